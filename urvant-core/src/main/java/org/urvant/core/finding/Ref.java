package org.urvant.core.finding;

import java.util.Objects;
import java.util.Optional;
import org.urvant.core.text.Word;

/**
 * Something of a site, by its kind and name.
 *
 * @param kind what it is
 * @param name its name, unique among those of its kind within what it belongs to
 * @param within what it belongs to; empty when it stands on its own
 */
public record Ref(Kind kind, String name, Optional<Ref> within) {
    /** What can be named. */
    public enum Kind {
        DEVICE,
        IED,
        BAY,
        /** A signal of an IED, by its reference. */
        SIGNAL,
        /** A connection of a device. */
        CONNECTION,
        /** A channel of a device. */
        CHANNEL,
        /** A row of a device's table, by its prefix: {@code recipients.Duty}. */
        ROW,
        /** A program of a device. */
        PROGRAM,
        PICK,
        /** A list of points. */
        LIST,
        QUERY;

        /** Returns the word that people write. */
        public String word() {
            return Word.of(this);
        }
    }

    public Ref {
        Objects.requireNonNull(kind, "kind");
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(within, "within");
    }

    /** Returns something that stands on its own. */
    public static Ref of(Kind kind, String name) {
        return new Ref(kind, name, Optional.empty());
    }

    /** Returns something that belongs to a device. */
    public static Ref of(Kind kind, String name, String device) {
        return new Ref(kind, name, Optional.of(device(device)));
    }

    /** Returns the device with a name. */
    public static Ref device(String name) {
        return of(Kind.DEVICE, name);
    }

    /** Returns the bay with a name. */
    public static Ref bay(String name) {
        return of(Kind.BAY, name);
    }

    /** Returns the imported IED with a name. */
    public static Ref ied(String name) {
        return of(Kind.IED, name);
    }

    /** Returns the device that it is, or belongs to; empty when it has to do with none. */
    public Optional<String> device() {
        return kind == Kind.DEVICE ? Optional.of(name) : within.flatMap(Ref::device);
    }

    /** Returns the same under another name. */
    public Ref named(String other) {
        return new Ref(kind, other, within);
    }

    /** Written out, for the one that records are given takes a program's first call as long as reading all that was kept. */
    @Override
    public int hashCode() {
        return (kind.word().hashCode() * 31 + name.hashCode()) * 31 + within.hashCode();
    }

    /** Returns it as people name it: {@code device GW1}, {@code connection scada of GW1}. */
    @Override
    public String toString() {
        return kind.word() + " " + name
                + within.map(owner -> " of " + owner.name()).orElse("");
    }
}
