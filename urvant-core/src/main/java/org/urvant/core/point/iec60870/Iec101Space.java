package org.urvant.core.point.iec60870;

/** IEC 60870-5-101, over serial lines: addresses of one to three octets, as the connection says. */
public final class Iec101Space extends ObjectSpace {
    @Override
    public String id() {
        return "iec60870-5-101";
    }

    @Override
    public String title() {
        return "IEC 60870-5-101";
    }

    @Override
    boolean has(InformationType type) {
        return true;
    }
}
