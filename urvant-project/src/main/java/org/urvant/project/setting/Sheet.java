package org.urvant.project.setting;

import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.Applicability;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/**
 * The values of one thing: those given, and the defaults of the rest. As a scope it gives values to expressions; a text that
 * nobody gave is empty there, any other value that nobody gave is unknown.
 */
public final class Sheet implements Scope {
    /** What a sheet belongs to. */
    public enum Kind {
        DEVICE,
        GROUP,
        CHANNEL,
        ROW,
        CONNECTION
    }

    /** What expressions of a sheet may name that is no setting of it. */
    interface Beside {
        /** Nothing. */
        Beside NOTHING = (sheet, path) -> null;

        /** Returns the value under a name beside the settings of a sheet; null when it is unknown, or there is none. */
        @Nullable
        Object value(Sheet sheet, String path);
    }

    /** Name under which rules of a numbered row find its number. */
    public static final String ROW_NUMBER = "row";

    /** Name under which rules find how many names a reference to several has: {@code currents.count}. */
    public static final String COUNT = "count";

    private static final Object UNKNOWN = new Object();

    private final Kind kind;
    private final String prefix;
    private final String container;
    private final SheetDefinition definition;
    private final SortedMap<String, Entry> given;
    private final Position position;
    private final Sheet outer;
    private final Beside beside;
    private final Map<String, Object> values = new ConcurrentHashMap<>(); // sheets are kept and shared

    Sheet(
            Kind kind,
            String prefix,
            String container,
            SheetDefinition definition,
            SortedMap<String, Entry> given,
            Position position,
            Sheet outer,
            Beside beside) {
        this.kind = kind;
        this.prefix = prefix;
        this.container = container;
        this.definition = definition;
        this.given = given;
        this.position = position;
        this.outer = outer;
        this.beside = beside;
    }

    /** Returns what the sheet belongs to. */
    public Kind kind() {
        return kind;
    }

    /** Returns what stands before its paths; empty text for the device itself. */
    public String prefix() {
        return prefix;
    }

    /** Returns the name of the table, kind of channel or kind of connection that it is one of; empty text for none. */
    public String container() {
        return container;
    }

    /** Returns whether it belongs to a setting group: as the group itself, or as a row in it. */
    public boolean isInGroup() {
        return kind == Kind.GROUP || outer != null && outer.isInGroup();
    }

    /**
     * Returns the data attribute of IEC 61850 under which the device offers a setting, with its functional constraint: that of
     * setting groups (SG for the one in use, SE for the one that is edited, IEC 61850-7-2, 16), or SP; empty when it offers none.
     */
    public Optional<String> attribute(SettingDefinition setting) {
        String attribute = setting.traits().attribute();
        return attribute.isEmpty()
                ? Optional.empty()
                : Optional.of(attribute.replace("{row}", name()) + (isInGroup() ? " [SG, SE]" : " [SP]"));
    }

    /** Returns its name within its table or group: the last part of its prefix. */
    public String name() {
        return prefix.substring(prefix.lastIndexOf('.') + 1);
    }

    /** Returns its settings and rules. */
    public SheetDefinition definition() {
        return definition;
    }

    /** Returns the values that were given, by path. */
    public SortedMap<String, Entry> given() {
        return given;
    }

    /** Returns where it stands. */
    public Position position() {
        return position;
    }

    /** Returns where the value of a setting was given; where the sheet stands when it was not. */
    public Position position(String setting) {
        Entry entry = given.get(setting);
        return entry == null ? position : entry.position();
    }

    /** Returns the whole path of one of its settings, as commands write it. */
    public String path(String setting) {
        return prefix.isEmpty() ? setting : prefix + "." + setting;
    }

    /** Returns the text of a setting's value, derived, given or default; empty when it has none. */
    public Optional<String> text(SettingDefinition setting) {
        if (setting.isDerived()) {
            return setting.derived(this);
        }
        Entry entry = given.get(setting.path());
        return entry == null ? setting.standardValue() : Optional.of(entry.text());
    }

    /** Returns what a setting's value reads as; empty when it has none. */
    public Optional<ReadValue> reading(SettingDefinition setting) {
        return text(setting).map(text -> setting.read(text, this));
    }

    /** Returns the condition of a setting that does not hold; empty when the setting applies. */
    public Optional<Applicability> idle(SettingDefinition setting) {
        return setting.applicability().filter(condition -> !condition.holds(this));
    }

    /** Returns the value at a path of this sheet: a {@code Boolean}, {@code BigDecimal} or {@code String}; null when unknown. */
    public @Nullable Object value(String path) {
        Object known = values.get(path);
        if (known == null) {
            known = find(path);
            values.put(path, known == null ? UNKNOWN : known);
        }
        return known == UNKNOWN ? null : known;
    }

    /** Returns the value of the setting with a meaning; null when it is unknown, or there is no such setting. */
    public @Nullable Object value(Meaning meaning) {
        return definition.setting(meaning).map(setting -> value(setting.path())).orElse(null);
    }

    /** Returns what stands for the setting with a meaning: the value given, or the default at the place of the sheet. */
    public Optional<Entry> entry(Meaning meaning) {
        return definition.setting(meaning).flatMap(setting -> text(setting)
                .map(text -> new Entry(text, position(setting.path()))));
    }

    /** Returns what was given for the setting with a meaning; empty when nothing was, or there is no such setting. */
    public Optional<Entry> given(Meaning meaning) {
        return definition.setting(meaning).map(setting -> given.get(setting.path()));
    }

    /** Returns the whole path of the setting with a meaning, as commands write it. */
    public Optional<String> path(Meaning meaning) {
        return definition.setting(meaning).map(setting -> path(setting.path()));
    }

    private Object find(String path) {
        SettingDefinition setting = definition.setting(path).orElse(null);
        if (setting == null) {
            return beside.value(this, path);
        }
        String text = text(setting).orElse(null);
        if (text == null) {
            boolean isText = setting.type().kind() == Type.Kind.TEXT;
            return isText && setting.isOptional() ? "" : null;
        }
        return setting.read(text, this).typed();
    }

    @Override
    public @Nullable Object value(int depth, String path) {
        Sheet at = this;
        for (int i = 0; i < depth; i++) {
            at = at.outer;
        }
        return at.value(path);
    }
}
