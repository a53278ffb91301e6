package org.urvant.project.reference;

import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.language.TextPlace;
import org.urvant.project.Plate;

/**
 * A place in a site that names something.
 *
 * @param place where it stands in the site
 * @param target what it names, whether that is there or not
 * @param position where it stands in the files
 */
public record Reference(Place place, Ref target, Position position) {
    /** Where a reference stands in a site. */
    public sealed interface Place {
        /** Returns the place in plain words. */
        String text();

        /** Returns the device that the place belongs to; empty text when it belongs to none. */
        default String device() {
            return "";
        }
    }

    /** An item of a device's plate. */
    public record OnPlate(String device, Plate.Item item) implements Place {
        @Override
        public String text() {
            return device + " " + item.word();
        }
    }

    /** A value that is given for a device, by its whole path. */
    public record AsValue(String device, String path) implements Place {
        @Override
        public String text() {
            return device + " " + path;
        }
    }

    /** An end of a row of a device's mapping table. */
    public record AtEnd(String device, String key, boolean isTarget) implements Place {
        @Override
        public String text() {
            return device + " mapping " + key;
        }
    }

    /** A name in a device's programs. */
    public record InProgram(String device, TextPlace at) implements Place {
        @Override
        public String text() {
            return device + " programs";
        }
    }

    /** A device in the list of a bay. */
    public record OfBay(String bay) implements Place {
        @Override
        public String text() {
            return "bay " + bay + " devices";
        }
    }

    /** The bay that feeds a bay. */
    public record FeedsBay(String bay) implements Place {
        @Override
        public String text() {
            return "bay " + bay + " feeding";
        }
    }

    /** A finding that a person muted, by its rule and subject. */
    public record Muted(String finding) implements Place {
        @Override
        public String text() {
            return "muted " + finding;
        }
    }

    /** Returns the reference for people: what holds it, and where that stands. */
    @Override
    public String toString() {
        return place.text() + ", " + position;
    }
}
