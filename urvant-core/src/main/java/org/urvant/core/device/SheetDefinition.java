package org.urvant.core.device;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.expression.Type;

/**
 * The settings that belong to one thing (a device, a setting group, a channel, a row of a table, a connection), and the
 * rules about them.
 */
public final class SheetDefinition {
    /** No settings and no rules. */
    public static final SheetDefinition EMPTY = new SheetDefinition(new TreeMap<>(), List.of());

    private final SortedMap<String, SettingDefinition> settings;
    private final Map<String, SettingDefinition> byPath;
    private final List<SettingDefinition> licensed;
    private final List<SettingDefinition> sided;
    private final List<TypeRule> rules;
    private final Map<Meaning, List<SettingDefinition>> meanings = new EnumMap<>(Meaning.class);

    /**
     * Creates a definition.
     *
     * @param settings settings by path
     * @param rules rules about them
     */
    public SheetDefinition(SortedMap<String, SettingDefinition> settings, List<TypeRule> rules) {
        this.settings = Collections.unmodifiableSortedMap(new TreeMap<>(settings));
        this.byPath = new HashMap<>(settings); // values are looked up by the hundred for each device
        this.licensed = settings.values().stream()
                .filter(setting -> !setting.traits().licence().isEmpty())
                .toList();
        this.sided = settings.values().stream()
                .filter(setting -> setting.traits().side().isPresent())
                .toList();
        this.rules = List.copyOf(rules);
        settings.values().forEach(setting -> setting.traits().meant().ifPresent(meant -> meanings.computeIfAbsent(
                        meant.meaning(), key -> new ArrayList<>())
                .add(setting)));
    }

    /** Returns the settings by path. */
    public SortedMap<String, SettingDefinition> settings() {
        return settings;
    }

    /** Returns the rules about them. */
    public List<TypeRule> rules() {
        return rules;
    }

    /** Returns the setting at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return Optional.ofNullable(byPath.get(path));
    }

    /** Returns the settings that need a licence, by their paths. */
    public List<SettingDefinition> licensed() {
        return licensed;
    }

    /** Returns the settings whose values can be seen from both sides of transformers, by their paths. */
    public List<SettingDefinition> sided() {
        return sided;
    }

    /** Returns the setting with a meaning; the first where there are several, empty where there is none. */
    public Optional<SettingDefinition> setting(Meaning meaning) {
        return settings(meaning).stream().findFirst();
    }

    /** Returns the settings with a meaning, by their paths. */
    public List<SettingDefinition> settings(Meaning meaning) {
        return Collections.unmodifiableList(meanings.getOrDefault(meaning, List.of()));
    }

    /** Returns the kinds of the settings' values by path, for expressions. */
    public Map<String, Type> types() {
        Map<String, Type> types = new TreeMap<>();
        settings.forEach((path, definition) -> types.put(path, definition.type()));
        return types;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SheetDefinition sheet
                && (sheet == this || settings.equals(sheet.settings) && rules.equals(sheet.rules));
    }

    @Override
    public int hashCode() {
        return settings.hashCode();
    }
}
