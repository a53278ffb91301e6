package org.urvant.scl;

/** What a value in a file is to the device (valKind, IEC 61850-6:2009+A1:2018, 9.5.4.1). */
public enum ValueKind {
    SPECIFICATION("Spec", "a wish for the engineer; the device does not take it over"),
    CONFIGURATION("Conf", "configured, not seen on the line"),
    READ_ONLY("RO", "fixed by the configuration, readable on the line"),
    SETTING("Set", "a first value that may be changed in operation");

    private final String code;
    private final String meaning;

    ValueKind(String code, String meaning) {
        this.code = code;
        this.meaning = meaning;
    }

    /** Returns the word that files use. */
    public String code() {
        return code;
    }

    /** Returns what it says, in plain words. */
    public String meaning() {
        return meaning;
    }

    static ValueKind of(String code) {
        for (ValueKind kind : values()) {
            if (kind.code.equals(code)) {
                return kind;
            }
        }
        return SETTING; // what the standard's schema has for an absent one
    }
}
