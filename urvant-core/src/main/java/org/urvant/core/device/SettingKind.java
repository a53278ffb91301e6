package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.text.Word;

/** What a setting's value is. */
public enum SettingKind {
    LOGICAL("yes or no"),
    INTEGER("a whole number"),
    NUMBER("a number"),
    TEXT("a text"),
    CHOICE("one of its choices"),
    DURATION("a stretch of time such as 90 s or 1 h 30 min"),
    ADDRESS("an IPv4 address such as 192.0.2.10"),
    HOST("an IPv4 address and port such as 192.0.2.10:8443"),
    MAC("a station's MAC address such as 02-00-5E-10-00-01"),
    PHONE("a telephone number with its country code such as +46 31 390 06 00"),
    TIME_OF_DAY("a time of day such as 06:30"),
    ZONE("a time zone's name such as Europe/Oslo"),
    SIGNAL("the reference of a signal, or a channel of a device such as RTU1 AI1"),
    REFERENCE("the name of something on this device"),
    /** Where a project puts points; the project's own, and never in what a device gets. Type files do not declare it. */
    PLAN("a block of addresses such as 4001-4999, with 'each N', 'step N' or 'except FIRST-LAST' behind it");

    private final String expectation;

    SettingKind(String expectation) {
        this.expectation = expectation;
    }

    /** Returns the word that device-type files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns what a value must be, to complete "expected …". */
    public String expectation() {
        return expectation;
    }

    /** Returns whether its values are numbers. */
    public boolean isNumber() {
        return this == INTEGER || this == NUMBER || this == DURATION;
    }

    /** Returns the one form of a value that the world writes in several ways; empty when it is none of the kind. */
    public Optional<String> normal(String text) {
        return Notation.normal(this, text);
    }

    /** Returns the kind that a type file means by a word, or empty. */
    public static Optional<SettingKind> of(String word) {
        return Word.find(SettingKind.class, word).filter(kind -> kind != PLAN);
    }
}
