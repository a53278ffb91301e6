package org.urvant.project.change;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.urvant.core.device.Bound;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.Sided;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.View;
import org.urvant.core.unit.Amount;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** What is set now, as a study: the settings of all stages of protection, in all setting groups. */
public final class StudyRows {
    private StudyRows() {}

    /** Returns the rows of some devices; devices whose types declare no stages have none. */
    public static List<StudyRow> of(Project project, List<String> devices) {
        List<StudyRow> rows = new ArrayList<>();
        for (String name : devices) {
            Device device = project.device(name);
            DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
            for (StageDefinition stage : sheets.type().handling().stages()) {
                rows(sheets, stage, rows);
            }
        }
        return rows.stream().distinct().toList(); // two stages may rest on one setting
    }

    private static void rows(DeviceSheets sheets, StageDefinition stage, List<StudyRow> rows) {
        String table = stage.extent().table();
        if (!table.isEmpty()) {
            sheets.of(Sheet.Kind.ROW).stream()
                    .filter(sheet ->
                            sheet.container().equals(table) || sheet.container().endsWith("." + table))
                    .forEach(sheet -> sheet.definition().settings().values().forEach(setting -> row(
                                    sheets, sheet, setting)
                            .ifPresent(rows::add)));
            return;
        }
        List<Sheet> places = stage.extent().isPerGroup() ? sheets.of(Sheet.Kind.GROUP) : List.of(sheets.own());
        for (Sheet sheet : places) {
            for (String path : paths(stage)) {
                sheet.definition()
                        .setting(path)
                        .filter(setting -> setting.traits()
                                .meant()
                                .filter(meant -> meant.meaning().isRating())
                                .isEmpty())
                        .flatMap(setting -> row(sheets, sheet, setting))
                        .ifPresent(rows::add);
            }
        }
    }

    private static Set<String> paths(StageDefinition stage) {
        Set<String> paths = new LinkedHashSet<>();
        StageDefinition.Times times = stage.law().times();
        Stream.of(stage.measured().pickUp(), times.multiplier(), times.delay())
                .filter(bound -> bound != null && bound.expression() != null)
                .map(Bound::expression)
                .forEach(expression -> paths.addAll(expression.ownPaths()));
        Stream.of(stage.law().chosen(), times.tripClass(), stage.extent().when())
                .filter(expression -> expression != null)
                .map(Expression::ownPaths)
                .forEach(paths::addAll);
        return paths;
    }

    private static Optional<StudyRow> row(DeviceSheets sheets, Sheet sheet, SettingDefinition setting) {
        if (setting.isDerived() || sheet.idle(setting).isPresent()) {
            return Optional.empty();
        }
        return sheet.text(setting).map(text -> {
            Optional<Sided.Written> written = setting.written(text);
            String[] parts = sheet.prefix().split("\\.", 3);
            boolean isInGroup = parts[0].equals("group");
            String stage = isInGroup ? parts.length > 2 ? parts[2] : "" : sheet.prefix();
            Optional<View> own = setting.traits()
                    .side()
                    .filter(side -> side.basis(sheet).isPresent())
                    .map(Sided::view);
            return new StudyRow(
                    sheets.device().name(),
                    new StudyRow.Stage(stage, isInGroup ? parts[1] : ""),
                    setting.path(),
                    written.map(each -> new Amount(each.amount().number(), null).text())
                            .orElse(text),
                    written.map(each -> each.amount().unit() == null
                                    ? setting.unit()
                                    : each.amount().unit().symbol())
                            .orElse(""),
                    written.flatMap(each -> each.view().or(() -> own))
                            .filter(view -> view != View.PERCENT_OF_RATED)
                            .map(View::word)
                            .orElse(""),
                    Position.in(sheets.device().name()));
        });
    }
}
