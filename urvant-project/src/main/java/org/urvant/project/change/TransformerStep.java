package org.urvant.project.change;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.Sided;
import org.urvant.core.device.ValueRules;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.protection.Quotient;
import org.urvant.core.protection.Ratings;
import org.urvant.core.protection.TransformerRatio;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.TransformerChange.Outcome;
import org.urvant.project.change.TransformerChange.Row;
import org.urvant.project.change.TransformerChange.Seen;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Other instrument transformers for one device. */
final class TransformerStep {
    private static final int DIGITS = 15;

    private final DeviceSheets before;
    private final DeviceSheets rated;
    private final View kept;
    private final List<Row> rows = new ArrayList<>();
    private final Map<String, String> ratings;
    private final Map<String, String> values = new TreeMap<>();

    private TransformerStep(Project project, DeviceSheets before, TransformerChange.Wanted wanted, View kept) {
        this.before = before;
        this.kept = kept;
        this.ratings = ratings(before, wanted);
        this.rated = rated(project, before, ratings, wanted);
    }

    static TransformerStep of(Project project, Device device, TransformerChange.Wanted wanted, View kept) {
        DeviceSheets before = DeviceSheets.of(project.typeOf(device), device);
        TransformerStep step = new TransformerStep(project, before, wanted, kept);
        step.ratings.forEach((path, text) -> {
            Sheet own = before.own();
            SettingDefinition setting = own.definition().setting(path).orElseThrow();
            String old = ValueChange.shown(before, path);
            if (!own.value(path).equals(step.rated.own().value(path))) {
                step.rows.add(new Row(
                        device.name(), path, new Seen(old, "", ""), new Seen(text, "", ""), Outcome.RATING, ""));
            }
            if (own.idle(setting).isPresent()) {
                throw new RefusedException(
                        device.name() + " " + path + " does not apply: "
                                + own.idle(setting).get().reason(),
                        "Fit what it needs first, or leave the device out.");
            }
        });
        for (Sheet sheet : before.sided()) {
            sheet.definition().sided().forEach(setting -> step.follow(sheet, setting));
        }
        return step;
    }

    /** The new texts of both ratings, held against the settings that take them. */
    private static Map<String, String> ratings(DeviceSheets sheets, TransformerChange.Wanted wanted) {
        String name = sheets.device().name();
        String set = Word.of(wanted.set());
        String primary = path(sheets, Meaning.TRANSFORMER_PRIMARY, wanted);
        String secondary = path(sheets, Meaning.TRANSFORMER_SECONDARY, wanted);
        Sheet own = sheets.own();
        if (!TransformerRatio.isPossible(number(own.value(primary)), number(own.value(secondary)))) {
            throw new RefusedException(
                    name + " has no ratio of its " + set + " yet, so no setting can be kept on the primary side",
                    "Give " + primary + " and " + secondary + " first; then nothing depends on an old ratio.",
                    Step.of(Action.SET, name, primary, "VALUE"));
        }
        Map<String, String> texts = new LinkedHashMap<>();
        texts.put(primary, withUnit(own, primary, wanted.primary()));
        texts.put(secondary, withUnit(own, secondary, wanted.secondary()));
        return texts;
    }

    /** The sheets with both ratings, held against the settings that take them and against each other. */
    private static DeviceSheets rated(
            Project project, DeviceSheets before, Map<String, String> ratings, TransformerChange.Wanted wanted) {
        DeviceSheets rated = DeviceSheets.of(before.type(), ValueChange.changed(project, before.device(), ratings));
        List<Object> values =
                ratings.keySet().stream().map(path -> rated.own().value(path)).toList();
        if (!TransformerRatio.isPossible(number(values.get(0)), number(values.get(1)))) {
            throw new RefusedException(
                    wanted.primary() + " / " + wanted.secondary()
                            + " is no ratio: the primary must not be below the secondary",
                    "Write the primary first, such as 400/5.");
        }
        return rated;
    }

    private static String withUnit(Sheet sheet, String path, String text) {
        Unit unit = sheet.definition().setting(path).orElseThrow().limits().unit();
        return Amount.parse(text)
                .map(amount -> new Amount(amount.number(), amount.unit() == null ? unit : amount.unit()).text())
                .orElse(text);
    }

    private static BigDecimal number(Object value) {
        return (BigDecimal) value;
    }

    private static String path(DeviceSheets sheets, Meaning meaning, TransformerChange.Wanted wanted) {
        List<SettingDefinition> all = sheets.type().sheet().settings(meaning);
        String set = Word.of(wanted.set());
        return all.stream()
                .filter(setting -> setting.traits().meant().orElseThrow().of().equals(set))
                .map(SettingDefinition::path)
                .findFirst()
                .orElseThrow(() -> new RefusedException(
                        sheets.device().name() + ", a " + sheets.type().name() + ", has no settings for the ratio of "
                                + set,
                        all.isEmpty()
                                ? "It has none for any transformers."
                                : "It has them for "
                                        + String.join(
                                                ", ",
                                                all.stream()
                                                        .map(setting -> setting.traits()
                                                                .meant()
                                                                .orElseThrow()
                                                                .of())
                                                        .toList())
                                        + "."));
    }

    List<Row> rows() {
        return rows;
    }

    Map<String, String> ratings() {
        return ratings;
    }

    Device after() {
        return DeviceSheets.of(rated.type(), rated.device()).with(values);
    }

    private void follow(Sheet sheet, SettingDefinition setting) {
        Optional<Sided> side = setting.traits().side();
        Optional<Sided.Basis> basis = side.flatMap(each -> each.basis(sheet));
        boolean isGiven = sheet.given().containsKey(setting.path());
        if (basis.isEmpty()
                || setting.isDerived()
                || !isGiven && sheet.idle(setting).isPresent()
                || sheet.text(setting).isEmpty()) {
            return;
        }
        Sheet then = rated.sheet(sheet.prefix()).orElseThrow();
        Ratings old = basis.get().at(sheet);
        Ratings now = basis.get().at(then);
        if (!old.equals(now)) {
            follow(new Place(sheet, then, setting, side.get(), old, now));
        }
    }

    /** A text, and what the setting takes it for. */
    private record Taken(String text, ReadValue read) {}

    /** A setting under the old and the new ratings. */
    private record Place(Sheet sheet, Sheet then, SettingDefinition setting, Sided side, Ratings old, Ratings now) {
        Unit unit() {
            return setting.limits().unit();
        }

        /** What reading a value told, with the whole path. */
        String told(ReadValue read) {
            return read.message().isEmpty() || sheet.prefix().isEmpty()
                    ? read.message()
                    : sheet.prefix() + "." + read.message();
        }

        String path() {
            return sheet.path(setting.path());
        }

        /** By how much a value of a view changes when that of another stays; empty while a rating is open. */
        Optional<Quotient> factor(View of, View kept) {
            return old.convert(Quotient.ONE, of, kept)
                    .flatMap(there -> now.convert(Quotient.ONE, kept, of).map(there::times));
        }

        Seen seen(Taken taken, Sheet at) {
            Object typed = taken.read().typed();
            return new Seen(taken.text(), in(View.PRIMARY, typed, at), in(View.SECONDARY, typed, at));
        }

        Taken before(String text) {
            return new Taken(text, setting.read(text, sheet));
        }

        Taken after(String text) {
            return new Taken(text, setting.read(text, then));
        }

        private String in(View view, Object typed, Sheet at) {
            return typed instanceof BigDecimal number
                    ? setting.in(view, number, at).map(Amount::text).orElse("")
                    : "";
        }
    }

    private void follow(Place place) {
        Taken before = place.before(place.sheet().text(place.setting()).orElseThrow());
        Optional<Sided.Written> written = place.setting().written(before.text());
        if (!before.read().isSound() || written.isEmpty()) {
            row(place, before, place.after(before.text()), Outcome.OUT_OF_RANGE, place.told(before.read()));
            return;
        }
        Optional<Quotient> factor =
                place.factor(written.get().view().orElse(place.side().view()), kept);
        if (factor.isEmpty()) {
            row(
                    place,
                    before,
                    place.after(before.text()),
                    Outcome.OUT_OF_RANGE,
                    place.path() + ": a rating is open, so its " + kept.title() + " is not known");
            return;
        }
        if (factor.get().compareTo(BigDecimal.ONE) == 0) {
            Taken after = place.after(before.text());
            if (!after.read().isSound()
                    || !after.read().typed().equals(before.read().typed())) {
                settle(place, before, after);
            }
            return;
        }
        Optional<Taken> exact = scaled(written.get(), factor.get(), place.unit())
                .map(place::after)
                .filter(TransformerStep::isExact)
                .or(() -> onKeptSide(place, written.get()).map(place::after));
        Taken after = exact.orElseGet(() -> place.after(nearest(place, written.get())));
        if (exact.isEmpty() && after.read().isSound()) {
            values.put(place.path(), after.text());
            row(
                    place,
                    before,
                    after,
                    Outcome.ROUNDED,
                    place.path() + ": its " + kept.title() + " has no end as a decimal; this is the nearest step");
        } else {
            settle(place, before, after);
        }
    }

    /** The value in the view and unit in which it was written. */
    private static Optional<String> scaled(Sided.Written written, Quotient factor, Unit own) {
        Amount amount = written.amount();
        Unit unit = amount.unit() == null && written.view().isEmpty() ? own : amount.unit();
        return Quotient.of(amount.number())
                .times(factor)
                .exact()
                .map(number -> new Amount(number, unit).text() + suffix(written.view()));
    }

    private static String suffix(Optional<View> view) {
        return view.filter(each -> each != View.PERCENT_OF_RATED)
                .map(each -> " " + each.word())
                .orElse("");
    }

    /** What is kept, written as such: no digit of it is lost, whatever steps the device has. */
    private Optional<String> onKeptSide(Place place, Sided.Written written) {
        return place.side()
                .convert(written, kept, place.unit(), place.sheet())
                .flatMap(Quotient::exact)
                .map(number -> new Amount(number, place.side().unit(kept, place.unit())).text() + " " + kept.word());
    }

    /** The nearest step, where what is kept has no end as a decimal. */
    private String nearest(Place place, Sided.Written written) {
        BigDecimal exact = place.side()
                .convert(written, place.side().view(), place.unit(), place.sheet())
                .orElseThrow()
                .times(place.factor(place.side().view(), kept).orElseThrow())
                .digits(DIGITS);
        return new Amount(place.setting().nearest(exact, place.then()).orElse(exact), place.unit()).text();
    }

    private static boolean isExact(Taken taken) {
        return taken.read().broken() != ValueRules.VALUE_OFF_STEP
                && !taken.read().isRounded();
    }

    private void settle(Place place, Taken before, Taken after) {
        if (!after.text().equals(before.text())) {
            values.put(place.path(), after.text());
        }
        ReadValue now = after.read();
        Outcome outcome = !now.isSound() ? Outcome.OUT_OF_RANGE : now.isRounded() ? Outcome.ROUNDED : Outcome.KEPT;
        row(place, before, after, outcome, place.told(now));
    }

    private void row(Place place, Taken before, Taken after, Outcome outcome, String note) {
        rows.add(new Row(
                this.before.device().name(),
                place.path(),
                place.seen(before, place.sheet()),
                place.seen(after, place.then()),
                outcome,
                note));
    }
}
