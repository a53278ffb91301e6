package org.urvant.core.device;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Settings of which a device has several switchable sets (IEC 61850-7-2, setting group control).
 *
 * @param most greatest number of sets; 0 when the type has none
 * @param settings the settings of each set
 * @param tables the tables of each set
 */
public record SettingGroups(int most, SheetDefinition settings, SortedMap<String, TableDefinition> tables) {
    /** A type without setting groups. */
    public static final SettingGroups NONE = new SettingGroups(0, SheetDefinition.EMPTY, new TreeMap<>());

    public SettingGroups {
        tables = Collections.unmodifiableSortedMap(new TreeMap<>(tables));
    }
}
