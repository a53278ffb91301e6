package org.urvant.project.change;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.Selector;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.Sided;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.protection.View;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceSheets.SheetSetting;

/** What the rows of a study mean on one device: its settings, and the values as they are to stand in its file. */
final class StudyDevice {
    private static final Pattern SIDE =
            Pattern.compile("(.*?)[\\s(]*\\b(primary|prim|pri|secondary|sec)\\b\\.?\\)?", Pattern.CASE_INSENSITIVE);

    private static final Pattern WITH_UNIT = Pattern.compile("([-+]?[\\d.]++(?:[eE][-+]?\\d++)?+)\\s*([^\\d\\s.].*)");

    /** As spreadsheets write great and small numbers: {@code 4E+02}. */
    private static final Pattern WITH_EXPONENT = Pattern.compile("[-+]?\\d+(\\.\\d+)?[eE][-+]?\\d{1,2}");

    /** What instrument transformers turn into something else, so that a side changes the number. */
    private static final Set<Dimension> TRANSFORMED =
            Set.of(Unit.AMPERE.dimension(), Unit.VOLT.dimension(), Unit.OHM.dimension());

    private final DeviceSheets sheets;
    private final StudyPlan.How how;
    private final StudyPaths paths;
    private final List<Numbered<ValuePlan.Wanted>> wanted = new ArrayList<>();
    private final List<Numbered<Finding>> findings = new ArrayList<>();
    private final List<Numbered<String>> rounded = new ArrayList<>();
    private final Map<String, Position> given = new HashMap<>();
    private int number;

    private StudyDevice(DeviceSheets sheets, StudyPlan.How how, StudyPaths paths) {
        this.sheets = sheets;
        this.how = how;
        this.paths = paths;
    }

    /**
     * What the rows of one device came to, each with the place of its row.
     *
     * @param rounded the values that are not exactly what the study says, in words
     */
    record Read(
            List<Numbered<ValuePlan.Wanted>> wanted,
            List<Numbered<Finding>> findings,
            List<Numbered<String>> rounded) {}

    /** Returns what rows mean on a device, with their places in the study. */
    static Read read(DeviceSheets sheets, List<Numbered<StudyRow>> rows, StudyPlan.How how, StudyPaths paths) {
        StudyDevice reading = new StudyDevice(sheets, how, paths);
        rows.forEach(row -> {
            reading.number = row.number();
            reading.take(row.what());
        });
        return new Read(reading.wanted, reading.findings, reading.rounded);
    }

    private void take(StudyRow row) {
        Optional<SheetSetting> found = paths.setting(row, sheets);
        if (found.isEmpty()) {
            StudyNames.Misfit misfit = new StudyNames(sheets, how.names()).misfit(row.stage(), row.setting());
            find(row, misfit.message(), misfit.remedy());
            return;
        }
        String name = sheets.device().name();
        String path = found.get().path();
        value(row, found.get()).ifPresent(text -> {
            Position before = given.putIfAbsent(path, row.position());
            if (before == null) {
                wanted.add(new Numbered<>(number, new ValuePlan.Wanted(name, path, text, row.position())));
            } else {
                find(
                        row,
                        name + " " + path + " is given a second time; first in row " + before.line(),
                        "Keep one of the two rows.");
            }
        });
    }

    /** The value as it is to stand in the device's file; empty when it does not fit, which is told. */
    private Optional<String> value(StudyRow row, SheetSetting at) {
        if (row.value().isBlank()) {
            return misfit(row, at.path() + " has no value", "Give one, or take the row out.");
        }
        if (!row.side().isBlank() && side(row.side()).isEmpty()) {
            return misfit(row, "'" + row.side() + "' is no side of transformers", "Write primary or secondary.");
        }
        return at.setting().kind().isNumber() ? amount(row, at) : word(row, at);
    }

    private Optional<String> word(StudyRow row, SheetSetting at) {
        if (!row.unit().isBlank()) {
            return misfit(
                    row,
                    at.path() + " has no unit, and the row has " + row.unit(),
                    "Take the unit out, or name another setting.");
        }
        String text = StudyNames.choice(at.setting(), row.value().strip());
        ReadValue read = at.setting().read(text, at.sheet());
        String meant = read.isSound() ? "" : StudyNames.likeChoices(at.setting(), text);
        return meant.isEmpty()
                ? held(row, at, text, read)
                : misfit(row, at.sheet().path(read.message()), meant);
    }

    private Optional<String> amount(StudyRow row, SheetSetting at) {
        SettingDefinition setting = at.setting();
        Matcher within = WITH_UNIT.matcher(row.value().strip());
        boolean isWithin = within.matches()
                && (row.unit().isBlank()
                        || within.group(2).strip().equals(row.unit().strip()));
        String number = plain(isWithin ? within.group(1) : row.value().strip());
        String said = isWithin ? within.group(2) : row.unit();
        Matcher side = SIDE.matcher(said);
        boolean isSided = side.matches() && (!side.group(1).isBlank() || !isTime(setting));
        String unit = isSided ? side.group(1).strip() : said.strip();
        Optional<View> written = isSided ? side(side.group(2)) : Optional.empty();
        Optional<View> ofRow = side(row.side());
        if (written.isPresent() && ofRow.isPresent() && !written.equals(ofRow)) {
            return misfit(
                    row,
                    at.path() + " is " + number + " " + said.strip() + ", and the row says " + row.side(),
                    "Say one side of the transformers.");
        }
        String text = unit.equals(setting.unit()) && unit.equals("1") ? number : (number + " " + unit).strip();
        Optional<Amount> amount = Amount.parse(text);
        if (amount.isEmpty()) {
            boolean isPlain =
                    Amount.parse(number).filter(alone -> alone.unit() == null).isPresent();
            return isPlain
                    ? misfit(
                            row,
                            at.path() + " is " + text + ", and '" + unit + "' is no unit of it",
                            "Write what it is in: " + (needsUnit(setting) ? setting.unit() : "nothing") + ".")
                    : number(row, at, text); // which says what of it is none
        }
        if (needsUnit(setting) && amount.get().unit() == null) {
            return misfit(
                    row,
                    at.path() + " is " + text + " without a unit",
                    "Write what it is in: " + setting.unit() + ", or another unit for the same.");
        }
        return amount.get().unit() == Unit.PER_CENT // of the rated value, whatever the side
                ? number(row, at, text)
                : onSide(row, at, text, written.or(() -> ofRow));
    }

    private static String plain(String number) {
        return WITH_EXPONENT.matcher(number).matches() ? new BigDecimal(number).toPlainString() : number;
    }

    /** A value with its side, where that is not the one on which the device keeps it. */
    private Optional<String> onSide(StudyRow row, SheetSetting at, String text, Optional<View> said) {
        SettingDefinition setting = at.setting();
        Optional<Sided> sided = setting.traits().side();
        if (sided.isEmpty()) {
            boolean isOther = said.isPresent()
                    && setting.limits().unit() != null
                    && TRANSFORMED.contains(setting.limits().unit().dimension());
            return number(row, at, isOther ? text + " " + said.get().word() : text); // which it then does not have
        }
        boolean isRating = sided.get().ways().isEmpty(); // it has one side, whatever is said of all others
        Optional<View> view = isRating ? said : said.or(how::side);
        if (view.isEmpty() && sided.get().basis(at.sheet()).isPresent()) {
            return misfit(
                    row,
                    at.path() + " is " + text + ", primary or secondary",
                    "Say in the row, or for the whole study, on which side values are given.");
        }
        boolean isOther = view.isPresent() && view.get() != sided.get().view();
        return number(row, at, isOther ? text + " " + view.get().word() : text);
    }

    private static Optional<View> side(String word) {
        String plain = word.strip().toLowerCase(Locale.ROOT);
        return switch (plain.endsWith(".") ? plain.substring(0, plain.length() - 1) : plain) {
            case "primary", "prim", "pri" -> Optional.of(View.PRIMARY);
            case "secondary", "sec" -> Optional.of(View.SECONDARY);
            default -> Optional.empty();
        };
    }

    private static boolean needsUnit(SettingDefinition setting) {
        return setting.limits().unit() != null && setting.limits().unit() != Unit.ONE;
    }

    private static boolean isTime(SettingDefinition setting) {
        return setting.limits().unit() != null && setting.limits().unit().dimension() == Unit.SECOND.dimension();
    }

    /** A number between two steps goes to the nearer one, and to the nearest position of a dial; both are told. */
    private Optional<String> number(StudyRow row, SheetSetting at, String text) {
        SettingDefinition setting = at.setting();
        ReadValue read = setting.read(text, at.sheet());
        if (read.broken() == ValueRules.VALUE_OFF_STEP) {
            Optional<BigDecimal> exact = inUnit(setting, text);
            Optional<BigDecimal> nearest = exact.flatMap(each -> setting.nearest(each, at.sheet()));
            if (nearest.isPresent()) {
                Unit own = setting.limits().unit();
                return rounded(at, text, new Amount(nearest.get(), own == Unit.ONE ? null : own).text());
            }
        }
        if (read.isRounded()) {
            say(sheets.device().name() + " " + at.sheet().path(read.message()));
        }
        if (read.isSound()) {
            for (Selector selector : sheets.type().hardware().selectors()) {
                Optional<Selector.Setpoint> place =
                        selector.follows().equals(at.path()) ? selector.place(read.typed()) : Optional.empty();
                if (place.isPresent() && !place.get().isExact()) {
                    return rounded(at, text, place.get().value());
                }
            }
        }
        return held(row, at, text, read);
    }

    private static Optional<BigDecimal> inUnit(SettingDefinition setting, String text) {
        Unit own = setting.limits().unit();
        return Amount.parse(text)
                .flatMap(amount -> amount.unit() == null || own == null
                        ? Optional.of(amount.number())
                        : amount.unit().convert(amount.number(), own));
    }

    private Optional<String> rounded(SheetSetting at, String text, String nearest) {
        say(sheets.device().name() + " " + at.path() + " is " + text + "; the device holds " + nearest);
        return Optional.of(nearest);
    }

    private Optional<String> held(StudyRow row, SheetSetting at, String text, ReadValue read) {
        return read.isSound() ? Optional.of(text) : misfit(row, at.sheet().path(read.message()), read.remedy());
    }

    private Optional<String> misfit(StudyRow row, String message, String remedy) {
        find(row, message, remedy);
        return Optional.empty();
    }

    private void find(StudyRow row, String message, String remedy) {
        findings.add(new Numbered<>(
                number,
                new Finding(GeneralRules.FILE_MALFORMED, row.device(), row.position(), message, remedy)
                        .concerning(Set.of(Ref.device(sheets.device().name())))));
    }

    private void say(String text) {
        rounded.add(new Numbered<>(number, text));
    }
}
