package org.urvant.project.type;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.Meaning.TransformerSet;
import org.urvant.core.device.Sided;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.protection.Ratings.Quantity;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.file.yaml.FieldReader;

/** Reads on which side of the instrument transformers a setting is given, and which ratings of the device its other views follow from. */
final class SideReader {
    /** Rated values of a device by what they mean: paths of its own settings. */
    record Rated(
            Map<TransformerSet, String> primaries,
            Map<TransformerSet, String> secondaries,
            Map<Meaning, String> objects) {
        /** Finds the settings of a type that mean rated values, before anything else of it is read. */
        static Rated of(FieldReader type) {
            Rated rated = new Rated(
                    new EnumMap<>(TransformerSet.class),
                    new EnumMap<>(TransformerSet.class),
                    new EnumMap<>(Meaning.class));
            Expansion.children(type, "settings").forEach((path, fields) -> {
                Meaning meaning = fields.text("means")
                        .flatMap(entry -> Meaning.of(entry.text()))
                        .orElse(null);
                Optional<TransformerSet> set =
                        fields.text("of").flatMap(entry -> Word.find(TransformerSet.class, entry.text()));
                if (meaning == Meaning.TRANSFORMER_PRIMARY) {
                    set.ifPresent(which -> rated.primaries.put(which, path));
                } else if (meaning == Meaning.TRANSFORMER_SECONDARY) {
                    set.ifPresent(which -> rated.secondaries.put(which, path));
                } else if (meaning == Meaning.RATED_CURRENT || meaning == Meaning.RATED_VOLTAGE) {
                    rated.objects.put(meaning, path);
                }
            });
            return rated;
        }

        private List<TransformerSet> of(boolean isCurrent) {
            List<TransformerSet> sets = new ArrayList<>();
            for (TransformerSet set : TransformerSet.values()) {
                if (set.isOfCurrents() == isCurrent && primaries.containsKey(set) && secondaries.containsKey(set)) {
                    sets.add(set);
                }
            }
            return sets;
        }
    }

    private final FieldReader fields;
    private final Names names;
    private final Rated rated;

    private SideReader(FieldReader fields, Names names, Rated rated) {
        this.fields = fields;
        this.names = names;
        this.rated = rated;
    }

    /** Returns the side of a setting; empty when it says none. */
    static Optional<Sided> read(FieldReader fields, Unit unit, Names names, Rated rated) {
        View view = Words.optional(fields, "domain", View::of, null);
        Optional<Meaning> means = fields.text("means").flatMap(entry -> Meaning.of(entry.text()));
        if (view == null
                && fields.has("of")
                && means.filter(Meaning::isQualified).isEmpty()) {
            fields.report(
                    fields.at("of"),
                    means.map(meaning -> "'" + meaning.word() + "'").orElse("a setting without domain")
                            + " is of no set of transformers",
                    "Take 'of' out.");
        }
        return Optional.ofNullable(view)
                .map(side -> new Sided(side, new SideReader(fields, names, rated).ways(side, unit)));
    }

    private List<Sided.Way> ways(View view, Unit unit) {
        List<Sided.Way> ways = new ArrayList<>();
        fields.child("of-when").ifPresent(conditions -> conditions.plain().forEach((word, entry) -> {
            Optional<TransformerSet> set = Word.find(TransformerSet.class, word);
            if (set.isEmpty() || !fields.has("of")) {
                conditions.report(
                        conditions.at(word),
                        set.isEmpty() ? "'" + word + "' is no set of transformers" : "'of-when' stands without 'of'",
                        "Write 'of: SET' for what holds else, and here the other sets with their conditions.");
                return;
            }
            Optional<Expression> when = Words.expression(conditions, entry, names, Type.Kind.LOGICAL)
                    .map(condition -> Words.decided(conditions, word, condition));
            Optional<Sided.Basis> basis = basis(view, unit, set);
            if (when.isPresent() && basis.isPresent()) {
                ways.add(new Sided.Way(when, basis.get()));
            }
        }));
        basis(view, unit, fields.text("of").flatMap(entry -> Word.find(TransformerSet.class, entry.text())))
                .ifPresent(basis -> ways.add(new Sided.Way(Optional.empty(), basis)));
        return ways;
    }

    private Optional<Sided.Basis> basis(View view, Unit unit, Optional<TransformerSet> said) {
        Optional<Meaning> means = fields.text("means").flatMap(entry -> Meaning.of(entry.text()));
        if (means.filter(Meaning::isRating).isPresent()) {
            return Optional.empty(); // the ratings themselves stand on a plate, and have no other view
        }
        Quantity quantity = view == View.PERCENT_OF_RATED
                ? said.map(set -> set.isOfCurrents() ? Quantity.CURRENT : Quantity.VOLTAGE)
                        .orElse(null)
                : quantity(unit);
        if (view == View.PERCENT_OF_RATED && (quantity == null || unit != Unit.PER_CENT)) {
            return Optional.empty(); // per cent of something that is no rated current or voltage of the device
        }
        if (quantity == null) {
            fields.report(
                    fields.at("domain"),
                    "a value in " + (unit == null ? "no unit" : unit.symbol())
                            + " has no side of instrument transformers",
                    "Take 'domain' out, or give a unit of current, voltage, resistance or power.");
            return Optional.empty();
        }
        Quantity kind = quantity;
        said.filter(set -> kind == (set.isOfCurrents() ? Quantity.VOLTAGE : Quantity.CURRENT))
                .ifPresent(set -> fields.report(
                        fields.at("of"),
                        "a " + Word.of(kind) + " does not come through '" + Word.of(set) + "'",
                        "Name other transformers, or correct the unit."));
        Optional<Sided.Pair> currents = quantity.usesCurrents() ? pair(true, said) : Optional.empty();
        Optional<Sided.Pair> voltages = quantity.usesVoltages() ? pair(false, said) : Optional.empty();
        Optional<Expression> object = Optional.ofNullable(
                        switch (quantity) {
                            case CURRENT -> rated.objects().get(Meaning.RATED_CURRENT);
                            case VOLTAGE -> rated.objects().get(Meaning.RATED_VOLTAGE);
                            default -> null;
                        })
                .flatMap(this::expression);
        return currents.isEmpty() && voltages.isEmpty() && object.isEmpty()
                ? Optional.empty()
                : Optional.of(new Sided.Basis(quantity, currents, voltages, object));
    }

    private static Quantity quantity(Unit unit) {
        Dimension dimension = unit == null ? Dimension.RATIO : unit.dimension();
        return switch (dimension) {
            case CURRENT -> Quantity.CURRENT;
            case VOLTAGE -> Quantity.VOLTAGE;
            case RESISTANCE -> Quantity.IMPEDANCE;
            case ACTIVE_POWER, REACTIVE_POWER, APPARENT_POWER -> Quantity.POWER;
            default -> null;
        };
    }

    /** The transformers that a value comes through: those that it names, or the only ones of the kind. */
    private Optional<Sided.Pair> pair(boolean isCurrent, Optional<TransformerSet> said) {
        List<TransformerSet> sets = rated.of(isCurrent);
        Optional<TransformerSet> named = said.filter(set -> set.isOfCurrents() == isCurrent);
        if (named.isPresent() && !sets.contains(named.get())) {
            fields.report(
                    fields.at("of"),
                    "the device has no transformers '" + Word.of(named.get()) + "'",
                    sets.isEmpty() ? "Take 'of' out." : "It has " + listed(sets) + ".");
            return Optional.empty();
        }
        if (named.isEmpty() && sets.size() > 1) {
            fields.report(
                    fields.at("domain"),
                    "the value could come through the transformers " + listed(sets),
                    "Say which: 'of: " + Word.of(sets.get(0)) + "'.");
            return Optional.empty();
        }
        TransformerSet set = named.orElse(sets.isEmpty() ? null : sets.get(0));
        if (set == null) {
            return Optional.empty();
        }
        Optional<Expression> primary = expression(rated.primaries().get(set));
        Optional<Expression> secondary = expression(rated.secondaries().get(set));
        return primary.isPresent() && secondary.isPresent()
                ? Optional.of(new Sided.Pair(primary.get(), secondary.get()))
                : Optional.empty();
    }

    private static String listed(List<TransformerSet> sets) {
        return String.join(", ", sets.stream().map(Word::of).toList());
    }

    private Optional<Expression> expression(String path) {
        return Expression.parse(path.replace('-', '_'), names, Type.Kind.NUMBER, mistake -> {});
    }
}
