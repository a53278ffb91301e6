package org.urvant.core.point.iec60870;

/** IEC 60870-5-104, over TCP/IP: addresses of three octets. */
public final class Iec104Space extends ObjectSpace {
    @Override
    public String id() {
        return "iec60870-5-104";
    }

    @Override
    public String title() {
        return "IEC 60870-5-104";
    }

    @Override
    boolean has(InformationType type) {
        return !type.hasShortTime();
    }
}
