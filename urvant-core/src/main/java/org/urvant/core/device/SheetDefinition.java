package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.expression.Type;

/**
 * The settings that belong to one thing (a device, a setting group, a channel, a row of a table, a connection), and the
 * rules about them.
 *
 * @param settings settings by path
 * @param rules rules about them
 */
public record SheetDefinition(SortedMap<String, SettingDefinition> settings, List<TypeRule> rules) {
    /** No settings and no rules. */
    public static final SheetDefinition EMPTY = new SheetDefinition(new TreeMap<>(), List.of());

    public SheetDefinition {
        settings = Collections.unmodifiableSortedMap(new TreeMap<>(settings));
        rules = List.copyOf(rules);
    }

    /** Returns the setting at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return Optional.ofNullable(settings.get(path));
    }

    /** Returns the setting with a meaning; the first where there are several, empty where there is none. */
    public Optional<SettingDefinition> setting(Meaning meaning) {
        return settings(meaning).stream().findFirst();
    }

    /** Returns the settings with a meaning, by their paths. */
    public List<SettingDefinition> settings(Meaning meaning) {
        return settings.values().stream()
                .filter(setting -> setting.means(meaning))
                .toList();
    }

    /** Returns the kinds of the settings' values by path, for expressions. */
    public Map<String, Type> types() {
        Map<String, Type> types = new TreeMap<>();
        settings.forEach((path, definition) -> types.put(path, definition.type()));
        return types;
    }
}
