package org.urvant.scl;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** The functional constraints of IEC 61850-7-2:2010+A1:2020, table 20: what a data attribute is for. */
public enum FunctionalConstraint {
    ST("status"),
    MX("measured value"),
    SP("set point"),
    SV("substitution"),
    CF("configuration"),
    DC("description"),
    SG("setting group, active"),
    SE("setting group, edited"),
    SR("service response"),
    OR("operate received"),
    BL("blocking"),
    EX("extended definition"),
    CO("control");

    private static final Map<String, FunctionalConstraint> BY_NAME = new HashMap<>();

    static {
        for (FunctionalConstraint constraint : values()) {
            BY_NAME.put(constraint.name(), constraint);
        }
    }

    private final String meaning;

    FunctionalConstraint(String meaning) {
        this.meaning = meaning;
    }

    /** Returns what the constraint says, in plain words. */
    public String meaning() {
        return meaning;
    }

    /** Returns the constraint that a name stands for, or empty when the standard does not know it. */
    public static Optional<FunctionalConstraint> of(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }
}
