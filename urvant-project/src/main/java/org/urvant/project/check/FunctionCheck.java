package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.GivenSheet;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Checks that each function of a device that is on can work: what it needs is connected, and when it trips, it reaches an
 * output that is used. Also that the active setting group is set up, and that inputs can pick up at all.
 */
final class FunctionCheck {
    private final DeviceSheets sheets;
    private final Consumer<Finding> findings;
    private Set<String> named; // what values name, once it is asked for

    private FunctionCheck(DeviceSheets sheets, Consumer<Finding> findings) {
        this.sheets = sheets;
        this.findings = findings;
    }

    static void check(DeviceSheets sheets, Consumer<Finding> findings) {
        FunctionCheck check = new FunctionCheck(sheets, findings);
        sheets.type().handling().functions().forEach(check::function);
        check.assignedButOff();
        check.activeGroup();
        check.thresholds();
    }

    /** Returns the sheets on which a function is on. */
    static List<Sheet> where(DeviceFunction function, DeviceSheets sheets) {
        return sheets.all().stream()
                .filter(sheet -> isOf(function, sheet) && function.isOn(sheet))
                .toList();
    }

    private static boolean isOf(DeviceFunction function, Sheet sheet) {
        if (function.table().isEmpty()) {
            return sheet.kind() == (function.isPerGroup() ? Sheet.Kind.GROUP : Sheet.Kind.DEVICE);
        }
        String container = sheet.container();
        return sheet.kind() == Sheet.Kind.ROW
                && container.substring(container.lastIndexOf('.') + 1).equals(function.table());
    }

    private void function(DeviceFunction function) {
        List<Sheet> on = where(function, sheets);
        if (on.isEmpty()) {
            return;
        }
        function.reach()
                .needs()
                .forEach((kind, need) -> input(function, on.get(0).position(), kind, need));
        on.stream().filter(function::trips).findFirst().ifPresent(tripping -> {
            if (!reachesOutput(function)) {
                report(
                        DeviceRules.TRIPS_NO_OUTPUT,
                        function.name(),
                        tripping.position(),
                        function.meaning() + " is to trip"
                                + (tripping.prefix().isEmpty() ? "" : " (" + tripping.prefix() + ")")
                                + ", but nothing assigned to "
                                + String.join(" or ", function.reach().words()) + " closes an output that is used",
                        Remedy.of(DeviceRules.TRIPS_NO_OUTPUT.remedy(), assign(function)));
            }
        });
    }

    /** A channel that is out of service gives nothing (N84); a function that has two phases of three works on these. */
    private void input(DeviceFunction function, Position position, String kind, DeviceFunction.Need need) {
        List<Sheet> able = sheets.of(Sheet.Kind.CHANNEL, kind).stream()
                .filter(channel -> need.word().equals(channel.value(ChannelKind.CARRIES)))
                .toList();
        List<Sheet> meant = able.stream().filter(this::isMeant).toList();
        List<Sheet> carrying = meant.isEmpty() ? able : meant; // where nothing is said, what they carry by default
        List<String> serving = carrying.stream()
                .filter(channel -> channel.given(Meaning.OUT_OF_SERVICE).isEmpty())
                .map(Sheet::prefix)
                .toList();
        if (serving.size() >= need.count()) {
            return;
        }
        String rest = carrying.stream()
                .filter(channel -> !serving.contains(channel.prefix()))
                .map(channel -> "; " + channel.prefix() + " is out of service")
                .collect(Collectors.joining());
        Step carries = Step.of(Action.SET, sheets.device().name(), "CHANNEL." + ChannelKind.CARRIES, need.word());
        if (serving.isEmpty()) {
            report(
                    DeviceRules.FUNCTION_INPUT_MISSING,
                    function.name(),
                    position,
                    function.meaning() + " is on, and no channel " + kind + " carries " + need.word() + rest,
                    Remedy.of("Say what the channels carry, or switch the function off.", carries));
        } else {
            report(
                    DeviceRules.FUNCTION_INPUT_INCOMPLETE,
                    function.name(),
                    position,
                    function.meaning() + " works with " + need.count() + " channels " + kind + " that carry "
                            + need.word() + ", and only " + String.join(" and ", serving) + " do" + rest,
                    Remedy.of(DeviceRules.FUNCTION_INPUT_INCOMPLETE.remedy(), carries));
        }
    }

    private boolean isMeant(Sheet channel) {
        if (named == null) {
            named = sheets.all().stream()
                    .flatMap(sheet -> sheet.definition().settings().values().stream()
                            .flatMap(setting ->
                                    References.named(
                                            sheets,
                                            sheet,
                                            setting,
                                            sheet.text(setting).orElse(""))
                                            .stream()))
                    .filter(ref ->
                            ref.device().equals(Optional.of(sheets.device().name())))
                    .map(Ref::name)
                    .collect(Collectors.toSet());
        }
        return !channel.given().isEmpty() || named.contains(channel.prefix());
    }

    /** What follows a word follows all functions that the word means; one of them that is on is enough. */
    private void assignedButOff() {
        List<DeviceFunction> all = sheets.type().handling().functions();
        for (Sheet sheet : sheets.all()) {
            if (!(sheet.value(Meaning.ASSIGNED_FUNCTION) instanceof String word)) {
                continue;
            }
            List<DeviceFunction> meant = all.stream()
                    .filter(function -> function.reach().words().contains(word))
                    .toList();
            if (!meant.isEmpty()
                    && meant.stream()
                            .allMatch(function -> where(function, sheets).isEmpty())) {
                String path = sheet.path(Meaning.ASSIGNED_FUNCTION).orElseThrow();
                report(
                        DeviceRules.ASSIGNED_FUNCTION_OFF,
                        path,
                        sheet.entry(Meaning.ASSIGNED_FUNCTION).orElseThrow().position(),
                        path + " is " + word + ", and " + meant.get(0).meaning() + " is off",
                        DeviceRules.ASSIGNED_FUNCTION_OFF.mend());
            }
        }
    }

    /** Where an assignment can be made: a column of a table, or a setting of an output. */
    private Step[] assign(DeviceFunction function) {
        DeviceType type = sheets.type();
        String word = function.reach().words().get(0);
        List<Step> steps = new ArrayList<>();
        type.tables().values().forEach(table -> table.row()
                .setting(Meaning.ASSIGNED_FUNCTION)
                .ifPresent(setting -> steps.add(
                        Step.of(Action.SET, sheets.device().name(), table.name() + ".NAME." + setting.path(), word))));
        type.hardware().channels().values().forEach(kind -> kind.settings()
                .setting(Meaning.ASSIGNED_FUNCTION)
                .ifPresent(setting -> steps.add(
                        Step.of(Action.SET, sheets.device().name(), kind.name() + "1." + setting.path(), word))));
        return steps.toArray(Step[]::new);
    }

    private boolean reachesOutput(DeviceFunction function) {
        return sheets.all().stream()
                .filter(sheet -> sheet.value(Meaning.ASSIGNED_FUNCTION) instanceof String word
                        && function.reach().words().contains(word))
                .anyMatch(this::closesOutput);
    }

    private boolean closesOutput(Sheet sheet) {
        if (sheet.kind() == Sheet.Kind.CHANNEL) {
            return isUsed(sheet);
        }
        Optional<SettingDefinition> outputs = sheet.definition().setting(Meaning.ASSIGNED_OUTPUTS);
        return outputs.isPresent()
                && References.named(
                                sheets,
                                sheet,
                                outputs.get(),
                                sheet.text(outputs.get()).orElse(""))
                        .stream()
                        .flatMap(output -> sheets.sheet(output.name()).stream())
                        .anyMatch(FunctionCheck::isUsed);
    }

    private static boolean isUsed(Sheet channel) {
        return !ChannelKind.UNUSED.equals(channel.value(ChannelKind.CARRIES));
    }

    /** The first group is always there; any other that is to be active must have been set up. */
    private void activeGroup() {
        Sheet own = sheets.own();
        if (own.value(Meaning.ACTIVE_GROUP) instanceof BigDecimal number && number.compareTo(BigDecimal.ONE) != 0) {
            String prefix = GivenSheet.GROUP + "." + number.toPlainString();
            String path = own.path(Meaning.ACTIVE_GROUP).orElseThrow();
            boolean isSetUp = sheets.device().sheets().keySet().stream()
                    .anyMatch(given -> given.equals(prefix) || given.startsWith(prefix + "."));
            if (!isSetUp) {
                report(
                        DeviceRules.ACTIVE_GROUP_EMPTY,
                        path,
                        own.position(path),
                        path + " is " + number.toPlainString() + ", and nothing is given for that group",
                        DeviceRules.ACTIVE_GROUP_EMPTY.mend());
            }
        }
    }

    /** An input that picks up above what it is fed with never does. */
    private void thresholds() {
        if (!(sheets.own().value(Meaning.INPUT_SUPPLY) instanceof BigDecimal supply)) {
            return;
        }
        for (Sheet sheet : sheets.all()) {
            if (sheet.value(Meaning.INPUT_THRESHOLD) instanceof BigDecimal threshold
                    && threshold.compareTo(supply) > 0) {
                String path = sheet.path(Meaning.INPUT_THRESHOLD).orElseThrow();
                report(
                        DeviceRules.THRESHOLD_ABOVE_SUPPLY,
                        path,
                        sheet.entry(Meaning.INPUT_THRESHOLD).orElseThrow().position(),
                        path + " is " + threshold.toPlainString() + " V, above the supply of " + supply.toPlainString()
                                + " V",
                        DeviceRules.THRESHOLD_ABOVE_SUPPLY.mend());
            }
        }
    }

    private void report(Rule rule, String about, Position position, String message, Remedy mend) {
        findings.accept(new Finding(rule, sheets.device().name() + " " + about, position, message, mend));
    }
}
