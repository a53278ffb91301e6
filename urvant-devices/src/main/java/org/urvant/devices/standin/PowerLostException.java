package org.urvant.devices.standin;

/** The stand-in's power is gone: nothing more happens on it until it is started again. */
final class PowerLostException extends RuntimeException {
    PowerLostException(String during) {
        super("power lost during " + during);
    }
}
