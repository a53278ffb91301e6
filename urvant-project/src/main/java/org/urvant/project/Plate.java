package org.urvant.project;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.Limits;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.text.Word;

/**
 * What is said of a device beside its values: what it is, how it is reached, where it came from.
 *
 * @param entries what is given, by item
 * @param position where the device stands
 */
public record Plate(Map<Item, Entry> entries, Position position) {
    /** How {@link Item#LINK} is read. */
    public static final SettingDefinition MAINTENANCE_LINK = new SettingDefinition(
            Item.LINK.word(), SettingKind.HOST, Limits.NONE, "address and port of the device's maintenance link");

    /** What a plate can say. */
    public enum Item {
        /** Name of the device type. */
        TYPE,
        /** Firmware version. */
        FIRMWARE,
        /** Hardware version. */
        HARDWARE,
        /** Ordering code. */
        ORDER_CODE,
        /** What the device is for, in people's words. */
        DESCRIPTION,
        /** Serial number of the unit. */
        SERIAL,
        /** Where the device in the project came from, such as {@code catalogue}, {@code copy of F01}. */
        ORIGIN,
        /** Name of the device that it is alike with but for its identity. */
        TWIN_OF,
        /** Address and port of the maintenance link. */
        LINK;

        /** Returns the word that people write: {@code order-code}. */
        public String word() {
            return Word.of(this);
        }

        /** Returns the item with a word, or empty. */
        public static Optional<Item> of(String word) {
            return Word.find(Item.class, word);
        }
    }

    public Plate {
        Map<Item, Entry> copy = new EnumMap<>(Item.class);
        copy.putAll(entries);
        entries = Collections.unmodifiableMap(copy);
    }

    /** Returns the plate of a device of which only type and firmware version are known. */
    public static Plate of(String type, String firmware, Position position) {
        return new Plate(Map.of(), position).with(Item.TYPE, type).with(Item.FIRMWARE, firmware);
    }

    /** Returns what is given for an item, or empty. */
    public Optional<Entry> entry(Item item) {
        return Optional.ofNullable(entries.get(item));
    }

    /** Returns the text given for an item; empty text when nothing is. */
    public String text(Item item) {
        return entry(item).map(Entry::text).orElse("");
    }

    /** Returns the plate with another text for an item. */
    public Plate with(Item item, String text) {
        Map<Item, Entry> more = new EnumMap<>(Item.class);
        more.putAll(entries);
        more.put(item, new Entry(text, position));
        return new Plate(more, position);
    }

    /** Returns the plate without an item. */
    public Plate without(Item item) {
        Map<Item, Entry> rest = new EnumMap<>(Item.class);
        rest.putAll(entries);
        rest.remove(item);
        return new Plate(rest, position);
    }
}
