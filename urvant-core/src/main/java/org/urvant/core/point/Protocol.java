package org.urvant.core.point;

import java.util.Optional;

/** The protocols that a connection can speak. */
public enum Protocol {
    IEC61850("iec61850", "IEC 61850"),
    IEC104("iec60870-5-104", "IEC 60870-5-104"),
    MODBUS("modbus", "Modbus"),
    CAN("can", "CAN (ISO 11898)");

    private final String id;
    private final String title;

    Protocol(String id, String title) {
        this.id = id;
        this.title = title;
    }

    /** Returns the name that files and commands use, such as {@code iec60870-5-104}. */
    public String id() {
        return id;
    }

    /** Returns the name that people read, such as {@code IEC 60870-5-104}. */
    public String title() {
        return title;
    }

    /** Returns the protocol with a name, or empty. */
    public static Optional<Protocol> byId(String id) {
        for (Protocol protocol : values()) {
            if (protocol.id.equals(id)) {
                return Optional.of(protocol);
            }
        }
        return Optional.empty();
    }
}
