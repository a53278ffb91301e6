package org.urvant.project.change;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.Selector;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.Sided;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Ref;
import org.urvant.core.protection.View;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceSheets.SheetSetting;
import org.urvant.project.setting.DeviceStage;

/**
 * What a setting study changes in a site: its rows matched to devices and settings, their values converted, each on a step.
 *
 * @param values the values that change, and what does not fit
 * @param rounded the values that are not exactly what the study says, in words
 * @param dials the devices among them that a person sets by dials
 */
public record StudyPlan(ValuePlan values, List<String> rounded, List<String> dials) {
    private static final Pattern SIDE =
            Pattern.compile("(.*?)[\\s(]*\\b(primary|prim|pri|secondary|sec)\\b\\.?\\)?", Pattern.CASE_INSENSITIVE);

    private static final Pattern WITH_UNIT = Pattern.compile("([-+]?[\\d.]+(?:[eE][-+]?\\d+)?)\\s*([^\\d\\s.].*)");

    public StudyPlan {
        rounded = List.copyOf(rounded);
        dials = List.copyOf(dials);
    }

    /**
     * How a study is to be understood where it does not say it itself.
     *
     * @param side side of the transformers that its values are given on; empty where each row must say it
     * @param names what names of the study mean: a device, a stage such as {@code overcurrent.1}, a setting
     */
    public record How(Optional<View> side, Map<String, String> names) {
        public How {
            names = Map.copyOf(names);
        }

        /** Returns how studies are understood on a site: by the names that it keeps, and by more, which count first. */
        public static How on(Project project, Optional<View> side, Map<String, String> more) {
            Map<String, String> names = new TreeMap<>(project.conventions().studyNames());
            names.putAll(more);
            return new How(side, names);
        }
    }

    /**
     * Says what a study would change; changes nothing.
     *
     * @param known what was wrong with its file already
     */
    public static StudyPlan of(Project project, List<StudyRow> rows, How how, List<Finding> known) {
        Reading reading = new Reading(project, how, known);
        rows.forEach(reading::take);
        ValuePlan plan = ValuePlan.of(project, List.copyOf(reading.wanted.values()), reading.findings);
        List<String> dials = reading.wanted.values().stream()
                .map(ValuePlan.Wanted::device)
                .distinct()
                .filter(name -> !project.typeOf(project.device(name)).handling().isProgrammable())
                .toList();
        return new StudyPlan(plan, reading.rounded, dials);
    }

    /** Reads the rows, one after the other. */
    private static final class Reading {
        private final Project project;
        private final How how;
        private final List<Finding> findings;
        private final List<String> rounded = new ArrayList<>();
        private final Map<String, ValuePlan.Wanted> wanted = new LinkedHashMap<>();
        private final Map<String, Set<String>> devices = new HashMap<>();
        private final Map<String, String> paths = new HashMap<>();

        Reading(Project project, How how, List<Finding> known) {
            this.project = project;
            this.how = how;
            this.findings = new ArrayList<>(known);
            project.devices().values().forEach(this::name);
            project.bays().values().forEach(this::name);
        }

        private void name(Device device) {
            alias(device.name(), device.name());
            alias(device.type().text(), device.name());
            device.plate().entry(Plate.Item.DESCRIPTION).ifPresent(entry -> alias(entry.text(), device.name()));
            project.type(device)
                    .flatMap(type -> type.sheet().setting(Meaning.DISPLAY_NAME))
                    .map(setting -> device.settings().get(setting.path()))
                    .ifPresent(entry -> alias(entry.text(), device.name()));
        }

        /** A bay stands for its one device that has stages of protection. */
        private void name(Bay bay) {
            List<String> protecting = bay.devices().stream()
                    .map(Entry::text)
                    .filter(name -> project.devices().containsKey(name))
                    .filter(name -> project.type(project.device(name))
                            .filter(type -> !type.handling().stages().isEmpty())
                            .isPresent())
                    .toList();
            if (!project.devices().containsKey(bay.name())) {
                protecting.forEach(name -> alias(bay.name(), name));
            }
        }

        private void alias(String text, String device) {
            devices.computeIfAbsent(StudyNames.plain(text), key -> new TreeSet<>())
                    .add(device);
        }

        void take(StudyRow row) {
            String named = how.names().getOrDefault(row.device(), row.device());
            Set<String> meant = project.devices().containsKey(named)
                    ? Set.of(named)
                    : devices.getOrDefault(StudyNames.plain(named), Set.of());
            boolean isType = !meant.isEmpty()
                    && meant.stream()
                            .allMatch(name -> project.device(name).type().text().equals(named));
            if (meant.isEmpty() || meant.size() > 1 && !isType) {
                find(
                        row,
                        meant.isEmpty()
                                ? "no device is called '" + row.device() + "'"
                                : "'" + row.device() + "' can be " + String.join(" or ", meant),
                        NearestName.hint("device", named, project.devices().keySet()) + " Or say which one is meant.");
                return;
            }
            meant.forEach(device -> take(row, device));
        }

        private void take(StudyRow row, String name) {
            Device device = project.device(name);
            if (project.type(device).isEmpty()) {
                return; // that its type is not there is a finding of the site
            }
            DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
            Optional<SheetSetting> found = setting(row, sheets);
            if (found.isEmpty()) {
                StudyNames.Misfit misfit = new StudyNames(sheets, how.names()).misfit(row.stage(), row.setting());
                find(row, misfit.message(), misfit.remedy());
                return;
            }
            String path = found.get().path();
            value(row, sheets, found.get()).ifPresent(text -> {
                ValuePlan.Wanted before =
                        wanted.putIfAbsent(name + " " + path, new ValuePlan.Wanted(name, path, text, row.position()));
                if (before != null) {
                    find(
                            row,
                            name + " " + path + " is given a second time; first in row "
                                    + before.position().line(),
                            "Keep one of the two rows.");
                }
            });
        }

        /** What a stage and a name mean is the same on every device of a type that has the row. */
        private Optional<SheetSetting> setting(StudyRow row, DeviceSheets sheets) {
            String group = row.stage().group().isEmpty()
                    ? String.valueOf(DeviceStage.activeGroup(sheets))
                    : row.stage().group();
            String words =
                    String.join("\n", sheets.type().name(), group, row.stage().name(), row.setting());
            String known = paths.get(words);
            Optional<SheetSetting> found = known == null ? Optional.empty() : sheets.seek(known);
            if (found.isEmpty()) {
                found = new StudyNames(sheets, how.names()).setting(row.stage(), row.setting());
                found.ifPresent(at -> paths.put(words, at.path()));
            }
            return found;
        }

        /** The value as it is to stand in the device's file; empty when it does not fit, which is told. */
        private Optional<String> value(StudyRow row, DeviceSheets sheets, SheetSetting at) {
            SettingDefinition setting = at.setting();
            if (row.value().isBlank()) {
                find(row, at.path() + " has no value", "Give one, or take the row out.");
                return Optional.empty();
            }
            if (!row.side().isBlank() && side(row.side()).isEmpty()) {
                find(row, "'" + row.side() + "' is no side of transformers", "Write primary or secondary.");
                return Optional.empty();
            }
            if (!setting.kind().isNumber()) {
                if (!row.unit().isBlank()) {
                    find(
                            row,
                            at.path() + " has no unit, and the row has " + row.unit(),
                            "Take the unit out, or name another setting.");
                    return Optional.empty();
                }
                String text = StudyNames.choice(setting, row.value().strip());
                ReadValue read = setting.read(text, at.sheet());
                String meant = read.isSound() ? "" : StudyNames.likeChoices(setting, text);
                if (!meant.isEmpty()) {
                    find(row, at.sheet().path(read.message()), meant);
                    return Optional.empty();
                }
                return held(row, at, text, read);
            }
            Matcher within = WITH_UNIT.matcher(row.value().strip());
            boolean isWithin = within.matches()
                    && (row.unit().isBlank()
                            || within.group(2).strip().equals(row.unit().strip()));
            String number = isWithin ? within.group(1) : row.value().strip();
            String said = isWithin ? within.group(2) : row.unit();
            Matcher side = SIDE.matcher(said);
            boolean isSided = side.matches() && (!side.group(1).isBlank() || !isTime(setting));
            String unit = isSided ? side.group(1).strip() : said.strip();
            Optional<View> written = isSided ? side(side.group(2)) : Optional.empty();
            if (written.isPresent()
                    && side(row.side()).filter(other -> other != written.get()).isPresent()) {
                find(
                        row,
                        at.path() + " is " + number + " " + said.strip() + ", and the row says " + row.side(),
                        "Say one side of the transformers.");
                return Optional.empty();
            }
            Optional<View> view = written.or(() -> side(row.side())).or(how::side);
            boolean hasViews = setting.traits()
                    .side()
                    .flatMap(each -> each.basis(at.sheet()))
                    .isPresent();
            String text = unit.equals(setting.unit()) && unit.equals("1") ? number : (number + " " + unit).strip();
            boolean isPlain =
                    Amount.parse(number).filter(alone -> alone.unit() == null).isPresent();
            Optional<Amount> amount = Amount.parse(text);
            if (amount.isEmpty() && isPlain) {
                find(
                        row,
                        at.path() + " is " + text + ", and '" + unit + "' is no unit of it",
                        "Write what it is in: " + (needsUnit(setting) ? setting.unit() : "nothing") + ".");
                return Optional.empty();
            }
            if (amount.isEmpty()) {
                return number(row, sheets, at, text); // which says what of it is none
            }
            if (needsUnit(setting) && amount.get().unit() == null) {
                find(
                        row,
                        at.path() + " is " + text + " without a unit",
                        "Write what it is in: " + setting.unit() + ", or another unit for the same.");
                return Optional.empty();
            }
            boolean isPerCent = amount.get().unit() == Unit.PER_CENT; // of the rated value, whatever the side
            if (hasViews && !isPerCent) {
                if (view.isEmpty()) {
                    find(
                            row,
                            at.path() + " is " + text + ", primary or secondary",
                            "Say in the row, or for the whole study, on which side values are given.");
                    return Optional.empty();
                }
                if (view.get() != setting.traits().side().map(Sided::view).orElseThrow()) {
                    text = text + " " + view.get().word();
                }
            }
            return number(row, sheets, at, text);
        }

        private static Optional<View> side(String word) {
            return switch (word.strip().toLowerCase(Locale.ROOT).replaceFirst("\\.$", "")) {
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
        private Optional<String> number(StudyRow row, DeviceSheets sheets, SheetSetting at, String text) {
            SettingDefinition setting = at.setting();
            ReadValue read = setting.read(text, at.sheet());
            if (read.broken() == ValueRules.VALUE_OFF_STEP) {
                Optional<BigDecimal> exact = inUnit(setting, text);
                Optional<BigDecimal> nearest = exact.flatMap(number -> setting.nearest(number, at.sheet()));
                if (nearest.isPresent()) {
                    Unit own = setting.limits().unit();
                    return rounded(sheets, at, text, new Amount(nearest.get(), own == Unit.ONE ? null : own).text());
                }
            }
            if (read.isRounded()) {
                rounded.add(sheets.device().name() + " " + at.sheet().path(read.message()));
            }
            if (read.isSound()) {
                for (Selector selector : sheets.type().hardware().selectors()) {
                    Optional<Selector.Setpoint> place =
                            selector.follows().equals(at.path()) ? selector.place(read.typed()) : Optional.empty();
                    if (place.isPresent() && !place.get().isExact()) {
                        return rounded(sheets, at, text, place.get().value());
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

        private Optional<String> rounded(DeviceSheets sheets, SheetSetting at, String text, String nearest) {
            rounded.add(sheets.device().name() + " " + at.path() + " is " + text + "; the device holds " + nearest);
            return Optional.of(nearest);
        }

        private Optional<String> held(StudyRow row, SheetSetting at, String text, ReadValue read) {
            if (!read.isSound()) {
                find(row, at.sheet().path(read.message()), read.remedy());
                return Optional.empty();
            }
            return Optional.of(text);
        }

        private void find(StudyRow row, String message, String remedy) {
            findings.add(new Finding(GeneralRules.FILE_MALFORMED, row.device(), row.position(), message, remedy)
                    .concerning(
                            project.devices().containsKey(row.device()) ? Set.of(Ref.device(row.device())) : Set.of()));
        }
    }
}
