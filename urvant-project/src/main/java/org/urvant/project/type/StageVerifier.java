package org.urvant.project.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.Bound;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.Sided;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.View;
import org.urvant.file.yaml.FieldReader;

/**
 * Holds the ratio of a stage against the transformers that its pick-up says that it comes through: what is calculated by the one
 * and shown by the other would look right and be wrong. Both are calculated with made-up values, for each choice that they rest on.
 */
final class StageVerifier {
    private static final int MOST_CASES = 1000;

    private final List<SettingDefinition> settings;

    private StageVerifier(List<SettingDefinition> settings) {
        this.settings = settings;
    }

    static void verify(FieldReader fields, DeviceType type) {
        Map<String, FieldReader> readers = fields.children("stages");
        for (StageDefinition stage : type.handling().stages()) {
            FieldReader reader = readers.get(stage.name());
            if (reader != null) {
                new StageVerifier(seen(type, stage.extent().table())).verify(reader, stage.measured());
            }
        }
    }

    /** Returns the settings that a stage sees, those of its row first. */
    private static List<SettingDefinition> seen(DeviceType type, String table) {
        Stream<SheetDefinition> rows = Stream.of(
                        type.tables().get(table), type.groups().tables().get(table))
                .flatMap(Stream::ofNullable)
                .map(found -> found.row());
        return Stream.concat(
                        rows, Stream.of(type.groups().settings(), type.layout().sheet()))
                .map(SheetDefinition::settings)
                .flatMap(sheet -> sheet.values().stream())
                .toList();
    }

    private void verify(FieldReader reader, StageDefinition.Measured measured) {
        Expression pickUp = measured.pickUp() == null ? null : measured.pickUp().expression();
        Optional<Sided> side = pickUp == null
                ? Optional.empty()
                : setting(pickUp.text().strip())
                        .flatMap(setting -> setting.traits().side());
        if (side.filter(sided -> sided.view() == View.SECONDARY).isEmpty()) {
            return;
        }
        for (Map<String, Object> values : cases(side.get(), measured.ratio())) {
            Scope scope = (depth, path) -> value(values, path);
            Optional<Sided.Pair> pair = side.get().basis(scope).flatMap(Sided.Basis::currents);
            BigDecimal ratio = measured.ratio() == null
                    ? BigDecimal.ONE
                    : measured.ratio().at(scope).orElse(null);
            if (pair.isEmpty() || ratio == null) {
                continue;
            }
            BigDecimal primary = pair.get().primary().number(scope).orElse(BigDecimal.ZERO);
            BigDecimal secondary = pair.get().secondary().number(scope).orElse(BigDecimal.ZERO);
            if (primary.signum() > 0
                    && Math.abs(ratio.doubleValue() * secondary.doubleValue() / primary.doubleValue() - 1) > 1e-9) {
                reader.report(
                        measured.ratio() == null ? reader.position() : reader.at("ratio"),
                        "the pick-up comes through transformers of "
                                + pair.get().primary() + " / "
                                + pair.get().secondary() + ", the ratio of the stage is "
                                + (measured.ratio() == null ? "1" : measured.ratio()),
                        "Let both name the same transformers.");
                return;
            }
        }
    }

    /** Returns a made-up value; null for what is no setting, such as a licence, so that nothing is judged by it. */
    private @Nullable Object value(Map<String, Object> values, String path) {
        SettingDefinition setting = setting(path).orElse(null);
        if (values.containsKey(path) || setting == null || !setting.kind().isNumber()) {
            return values.get(path);
        }
        if (setting.isDerived()) {
            return setting.derivation()
                    .number((depth, other) -> value(values, other))
                    .orElse(null);
        }
        Object made = made(values.size());
        values.put(path, made);
        return made;
    }

    private Optional<SettingDefinition> setting(String name) {
        return settings.stream()
                .filter(setting -> setting.path().equals(name.replace('_', '-')))
                .findFirst();
    }

    /** Returns a map for each way in which the choices can be made that side and ratio rest on; numbers are made when asked for. */
    private List<Map<String, Object>> cases(Sided side, Bound ratio) {
        List<Map<String, Object>> cases = new ArrayList<>(List.of(new HashMap<>()));
        Stream<String> paths = Stream.concat(
                side.ownPaths().stream(),
                ratio == null || ratio.expression() == null ? Stream.empty() : ratio.expression().paths().stream());
        paths.distinct().flatMap(path -> setting(path).stream()).forEach(setting -> {
            List<?> values = setting.kind() == SettingKind.LOGICAL
                    ? List.of(true, false)
                    : setting.kind() == SettingKind.CHOICE ? setting.limits().choices() : List.of();
            if (!values.isEmpty() && cases.size() * values.size() <= MOST_CASES) {
                List<Map<String, Object>> before = new ArrayList<>(cases);
                cases.clear();
                values.forEach(value -> before.forEach(each -> {
                    Map<String, Object> with = new HashMap<>(each);
                    with.put(setting.path(), value);
                    cases.add(with);
                }));
            }
        });
        return cases;
    }

    /** Numbers no two of which have one ratio. */
    private static BigDecimal made(int index) {
        return BigDecimal.valueOf(7L + 10L * index * index + index);
    }
}
