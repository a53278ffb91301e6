package org.urvant.project.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.AddressRange;
import org.urvant.core.device.Applicability;
import org.urvant.core.device.Availability;
import org.urvant.core.device.Bound;
import org.urvant.core.device.Effect;
import org.urvant.core.device.Limits;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.Traits;
import org.urvant.core.device.TypeRule;
import org.urvant.core.device.ValueRules;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Rules;
import org.urvant.core.range.Interval;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Unit;
import org.urvant.file.yaml.FieldReader;

/**
 * Reads the settings and rules of one sheet of a device type. Expressions may name settings that stand further down, so the
 * kinds of all settings are read first.
 */
final class SheetReader {
    private static final List<SettingKind> NUMBERS =
            List.of(SettingKind.INTEGER, SettingKind.NUMBER, SettingKind.DURATION);

    /** Keys that belong to some kinds only. */
    private static final Map<String, List<SettingKind>> KINDS = Map.ofEntries(
            Map.entry("unit", NUMBERS),
            Map.entry("least", NUMBERS),
            Map.entry("most", NUMBERS),
            Map.entry("step", NUMBERS),
            Map.entry("difference", List.of(SettingKind.INTEGER, SettingKind.NUMBER)),
            Map.entry("domain", List.of(SettingKind.INTEGER, SettingKind.NUMBER)),
            Map.entry("limit-of", List.of(SettingKind.INTEGER, SettingKind.NUMBER)),
            Map.entry("range", List.of(SettingKind.INTEGER)),
            Map.entry("choices", List.of(SettingKind.CHOICE)),
            Map.entry("choices-since", List.of(SettingKind.CHOICE)),
            Map.entry("longest", List.of(SettingKind.TEXT)),
            Map.entry("refers-to", List.of(SettingKind.REFERENCE)),
            Map.entry("many", List.of(SettingKind.REFERENCE)),
            Map.entry("carrying", List.of(SettingKind.REFERENCE)),
            Map.entry("alike", List.of(SettingKind.REFERENCE)),
            Map.entry("unshared", List.of(SettingKind.REFERENCE)));

    private final SortedMap<String, SettingDefinition> settings = new TreeMap<>();
    private final Map<String, FieldReader> readers = new LinkedHashMap<>();
    private final Names names;
    private final Known known;
    private final List<TypeRule> rules = new ArrayList<>();

    private SheetReader(
            FieldReader fields,
            String key,
            Names outer,
            Known known,
            Map<String, Type> more,
            List<SettingDefinition> built) {
        this.known = known;
        built.forEach(setting -> settings.put(setting.path(), setting));
        Map<String, Type> types = new HashMap<>(more);
        built.forEach(setting -> types.put(setting.path(), setting.type()));
        Expansion.children(fields, key).forEach((path, reader) -> {
            SettingKind kind = Words.word(reader, "kind", SettingKind::of, SettingKind.TEXT);
            reader.text("kind")
                    .filter(entry -> SettingKind.of(entry.text()).isEmpty())
                    .ifPresent(entry -> known.unclear().add(path));
            readers.put(path, reader);
            types.put(path, rough(path, kind, reader).type());
        });
        this.names = outer.within(types);
        readers.forEach((path, reader) -> Referred.add(types, path, reader, known));
        Names ruleNames = outer.within(types); // values that depended on other sheets could do so in a circle
        readers.forEach((path, reader) -> settings.put(path, setting(path, reader)));
        settings.values().forEach(this::limitOf);
        refuseCircles(fields);
        RuleReader reader = new RuleReader(outer, ruleNames, settings);
        Expansion.children(fields, "rules")
                .forEach((name, rule) -> reader.read(name, rule).ifPresent(rules::add));
    }

    /** What was read: the sheet, and the names that expressions of inner sheets may use. */
    record Sheet(SheetDefinition definition, Names names) {}

    /**
     * Reads the settings and rules of a map.
     *
     * @param place what the sheet is of
     * @param outer names of the sheets around it
     * @param known names of other things of the type
     * @param more names that are no settings
     * @param built settings that every such sheet has, without being written
     */
    static Sheet read(
            Meaning.Place place,
            FieldReader fields,
            Names outer,
            Known known,
            Map<String, Type> more,
            List<SettingDefinition> built) {
        SheetReader reader = new SheetReader(fields, "settings", outer, known, more, built);
        MeaningReader.verify(place, reader.settings, reader.readers);
        return new Sheet(new SheetDefinition(reader.settings, reader.rules), reader.names);
    }

    /** Reads questions, which are settings that belong to nothing yet. */
    static Sheet questions(FieldReader fields, Known known) {
        SheetReader reader = new SheetReader(fields, "questions", Names.NONE, known, Map.of(), List.of());
        MeaningReader.verify(null, reader.settings, reader.readers);
        return new Sheet(new SheetDefinition(reader.settings, reader.rules), reader.names);
    }

    /** The setting without what depends on others: enough to know its type and its fixed limits. */
    static SettingDefinition rough(String path, SettingKind kind, FieldReader fields) {
        Limits limits = new Limits(
                unit(fields),
                false,
                new Limits.Bounds(Words.fixedBound(fields, "least"), Words.fixedBound(fields, "most"), null),
                Words.distinct(fields, "choices"),
                0,
                "",
                false);
        return new SettingDefinition(path, kind, limits, "");
    }

    private static Unit unit(FieldReader fields) {
        return Words.optional(fields, "unit", Unit::of, null);
    }

    private SettingDefinition setting(String path, FieldReader fields) {
        SettingKind kind =
                SettingKind.of(fields.required("kind", "text").text()).orElse(SettingKind.TEXT);
        if (!path.matches("[a-z0-9][a-z0-9-]*+(?:\\.[a-z0-9][a-z0-9-]*+)*+")) {
            fields.report(
                    fields.position(),
                    "setting '" + path + "' is not named as settings are",
                    "Use small letters, digits and hyphens, with dots between sections.");
        }
        KINDS.forEach((key, kinds) -> {
            if (!kinds.contains(kind)
                    && fields.has(key)
                    && fields.text("kind")
                            .flatMap(entry -> SettingKind.of(entry.text()))
                            .isPresent()) {
                fields.report(
                        fields.at(key),
                        "'" + key + "' does not belong to kind " + kind.word(),
                        "Take it out; it belongs to " + Words.listed(kinds) + ".");
            }
        });
        Limits limits = limits(kind, fields);
        String standard = fields.text("default").map(Entry::text).orElse(null);
        boolean isOptional = Words.yes(fields, "optional");
        Applicability condition = Words.condition(fields, names);
        SettingDefinition setting = new SettingDefinition(
                path,
                kind,
                limits,
                new SettingDefinition.Provision(derivation(fields, kind), standard, isOptional),
                condition,
                traits(fields, limits.unit()),
                fields.required("meaning", "").text());
        verify(setting, fields);
        fields.finish();
        return setting;
    }

    private Expression derivation(FieldReader fields, SettingKind kind) {
        Type.Kind wanted =
                kind == SettingKind.LOGICAL ? Type.Kind.LOGICAL : kind.isNumber() ? Type.Kind.NUMBER : Type.Kind.TEXT;
        return fields.text("derived")
                .flatMap(entry -> Words.expression(fields, entry, names, wanted))
                .orElse(null);
    }

    private Limits limits(SettingKind kind, FieldReader fields) {
        Bound least = Words.bound(fields, "least", names);
        Bound most = Words.bound(fields, "most", names);
        AddressRange range = Words.optional(fields, "range", AddressRange::of, null);
        if (range != null) {
            least = least == null ? Bound.of(BigDecimal.valueOf(range.least())) : least;
            most = most == null ? Bound.of(BigDecimal.valueOf(range.most())) : most;
        }
        Unit unit = unit(fields);
        if (kind == SettingKind.DURATION && unit == null) {
            unit = Unit.SECOND;
        }
        return new Limits(
                unit,
                Words.yes(fields, "difference"),
                new Limits.Bounds(least, most, Words.bound(fields, "step", names)),
                Words.distinct(fields, "choices"),
                Words.whole(fields, "longest", 0),
                kind == SettingKind.REFERENCE ? known.reference(fields) : Words.text(fields, "refers-to"),
                Words.yes(fields, "many"));
    }

    private Traits traits(FieldReader fields, Unit unit) {
        Rule unique = Words.optional(
                fields,
                "unique",
                word -> word.equals("yes") ? Optional.of(ValueRules.DUPLICATE_VALUE) : Rules.byId(word),
                null);
        return new Traits(
                Words.optional(fields, "effect", Effect::of, Effect.NONE),
                new Availability(
                        known.firmware(fields, "since"),
                        known.licence(fields),
                        known.firmwareOfWords(fields, "choices-since", Words.distinct(fields, "choices"))),
                Words.optional(fields, "access", AccessRole::of, AccessRole.ENGINEER),
                Words.yes(fields, "expert"),
                Words.yes(fields, "identity"),
                Optional.ofNullable(unique),
                new Traits.Sense(
                        SideReader.read(fields, unit, names, known.rated()),
                        Words.text(fields, "limit-of"),
                        MeaningReader.read(fields),
                        MeaningReader.attribute(fields),
                        known.namedChannels(fields)));
    }

    private void verify(SettingDefinition setting, FieldReader fields) {
        Limits limits = setting.limits();
        if (setting.kind() == SettingKind.CHOICE && limits.choices().isEmpty()) {
            fields.report(fields.at("kind"), "a choice without choices", "Add 'choices: [a, b]'.");
        }
        if (setting.kind() == SettingKind.REFERENCE && limits.refersTo().isEmpty()) {
            fields.report(fields.at("kind"), "a reference to nothing", "Add 'refers-to: TABLE'.");
        }
        BigDecimal step = limits.step() == null ? null : limits.step().fixed();
        if (step != null && step.signum() <= 0) {
            fields.report(fields.at("step"), "the step is " + step.toPlainString(), "Give a step above 0.");
        }
        if (fields.has("longest") && limits.longest() < 1) {
            fields.report(fields.at("longest"), "the text has no room for a letter", "Give its greatest length.");
        }
        if (step != null && isBeyond(step, limits.range())) {
            fields.report(
                    fields.at("step"),
                    "the step " + step.toPlainString() + " leads from " + limits.least() + " beyond " + limits.most(),
                    "Give a step that reaches a second value.");
        }
        if (isAbove(limits.least(), limits.most())) {
            fields.report(
                    fields.at("least"),
                    "least " + limits.least() + " is above most " + limits.most()
                            + (limits.least().fixed() == null || limits.most().fixed() == null
                                    ? " whatever the values"
                                    : ""),
                    "Exchange the two.");
        }
        if (setting.isDerived() && (setting.standard() != null || setting.isOptional())) {
            fields.report(
                    fields.at("derived"), "a derived setting has a default, or is optional", "Keep 'derived' alone.");
        }
        if (setting.isDerived() && setting.kind().isNumber()) {
            Interval can = setting.derivation().range();
            Interval may = limits.range();
            if (can.isBounded() && may.isBounded() && can.meet(may).isEmpty()) {
                fields.report(
                        fields.at("derived"),
                        "what it follows from can be " + can + ", the setting " + may,
                        "Correct the limits or the expression.");
            }
        }
        if (setting.kind() == SettingKind.REFERENCE) {
            setting.standardValue().stream()
                    .flatMap(names -> Arrays.stream(names.split("\\s*,\\s*")))
                    .filter(name ->
                            !name.equals("none") && !known.channels().own().contains(name))
                    .forEach(name -> fields.report(
                            fields.at("default"),
                            "the default names '" + name + "', which a new device need not have",
                            "Name channels of the device itself, or none."));
        }
        setting.standardValue()
                .map(setting::read)
                .filter(reading -> !reading.isSound())
                .ifPresent(reading -> fields.report(
                        fields.at("default"), "the default does not fit: " + reading.message(), reading.remedy()));
    }

    private static boolean isBeyond(BigDecimal step, Interval range) {
        return range.isBounded()
                && range.low().compareTo(range.high()) < 0
                && step.compareTo(range.high().subtract(range.low())) > 0;
    }

    static boolean isAbove(Bound least, Bound most) {
        return least != null
                && most != null
                && least.range().low() != null
                && most.range().high() != null
                && least.range().low().compareTo(most.range().high()) > 0;
    }

    /** A limit is one of a channel that a column beside it names. */
    private void limitOf(SettingDefinition setting) {
        String column = setting.traits().limitOf();
        FieldReader fields = readers.get(setting.path());
        SettingDefinition named = settings.get(column);
        if (!column.isEmpty()
                && fields != null
                && (named == null || !known.isChannels(named.limits().refersTo()))) {
            fields.report(
                    fields.at("limit-of"),
                    "'" + column + "' is no setting here that names a channel",
                    NearestName.hint("setting", column, settings.keySet()));
        }
    }

    /** A setting whose limits, value or applicability depend on itself, through others, could never be judged. */
    private void refuseCircles(FieldReader fields) {
        Set<String> done = new HashSet<>();
        for (SettingDefinition setting : settings.values()) {
            List<String> way = new ArrayList<>();
            if (circle(setting, way, done)) {
                fields.report(
                        readers.containsKey(way.get(0))
                                ? readers.get(way.get(0)).position()
                                : fields.position(),
                        "settings depend on each other in a circle: " + String.join(" → ", way),
                        "Let one of them depend on none of the others.");
                return;
            }
        }
    }

    private boolean circle(SettingDefinition setting, List<String> way, Set<String> done) {
        if (done.contains(setting.path())) {
            return false;
        }
        int seen = way.indexOf(setting.path());
        way.add(setting.path());
        if (seen >= 0) {
            way.subList(0, seen).clear();
            return true;
        }
        for (String path : needs(setting)) {
            SettingDefinition other = settings.get(path);
            if (other != null && circle(other, way, done)) {
                return true;
            }
        }
        way.remove(way.size() - 1);
        done.add(setting.path());
        return false;
    }

    private static Set<String> needs(SettingDefinition setting) {
        Set<String> paths = new TreeSet<>();
        Limits limits = setting.limits();
        for (Bound bound : new Bound[] {limits.least(), limits.most(), limits.step()}) {
            if (bound != null && bound.expression() != null) {
                paths.addAll(bound.expression().ownPaths());
            }
        }
        if (setting.isDerived()) {
            paths.addAll(setting.derivation().ownPaths());
        }
        setting.traits().side().ifPresent(side -> paths.addAll(side.ownPaths()));
        setting.applicability()
                .ifPresent(condition -> paths.addAll(condition.expression().ownPaths()));
        return paths;
    }
}
