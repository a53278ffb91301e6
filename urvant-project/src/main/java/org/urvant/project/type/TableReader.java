package org.urvant.project.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Bound;
import org.urvant.core.device.Effect;
import org.urvant.core.device.Limits;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.SubBus;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.Traits;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Rules;
import org.urvant.file.yaml.FieldReader;
import org.urvant.project.check.SiteRules;
import org.urvant.project.setting.Sheet;

/** Reads the tables of a type or of its setting groups, and the buses below a device. */
final class TableReader {
    private TableReader() {}

    static SortedMap<String, TableDefinition> tables(FieldReader fields, Names outer, Known known) {
        SortedMap<String, TableDefinition> tables = new TreeMap<>();
        Words.named(fields, "tables").forEach((name, reader) -> {
            boolean isNumbered = Words.yes(reader, "numbered");
            Map<String, Type> number = isNumbered ? Map.of(Sheet.ROW_NUMBER, Type.NUMBER) : Map.of();
            SheetReader.Sheet row = SheetReader.read(Meaning.Place.ROW, reader, outer, known, number, List.of());
            Bound least = Words.count(reader, "least", outer);
            Bound most = Words.count(reader, "most", outer);
            if (SheetReader.isAbove(least, most)) {
                reader.report(reader.at("least"), "least " + least + " is above most " + most, "Exchange the two.");
            }
            row.definition().settings().forEach((path, setting) -> attribute(path, setting, reader));
            Rule unreferenced = Words.optional(reader, "unreferenced", Rules::byId, null);
            tables.put(
                    name,
                    new TableDefinition(
                            name,
                            reader.required("meaning", "").text(),
                            new TableDefinition.RowCount(least, most, isNumbered),
                            row.definition(),
                            new TableDefinition.RowSense(
                                    Optional.ofNullable(unreferenced),
                                    Optional.empty(),
                                    frameBits(reader, row.definition())),
                            Words.condition(reader, outer),
                            known.licence(reader)));
            reader.finish();
        });
        return tables;
    }

    /** Each row is offered under an attribute of its own. */
    private static void attribute(String path, SettingDefinition setting, FieldReader table) {
        String attribute = setting.traits().attribute();
        if (!attribute.isEmpty() && !attribute.contains("{row}")) {
            FieldReader fields = table.child("settings").orElse(table);
            fields.report(
                    fields.at(path),
                    "all rows are offered under the one data attribute '" + attribute + "'",
                    "Write {row} for the number of the row, such as PTOC{row}.StrVal.setMag.f.");
        }
    }

    private static Optional<TableDefinition.FrameBits> frameBits(FieldReader table, SheetDefinition row) {
        return table.child("bits").map(reader -> {
            TableDefinition.FrameBits bits = new TableDefinition.FrameBits(
                    Words.setting(reader, "frame", row, true),
                    Words.setting(reader, "start", row, true),
                    Words.setting(reader, "length", row, true),
                    Words.setting(reader, "order", row, true),
                    bitValue(reader, row));
            reader.finish();
            List<String> columns = new ArrayList<>(List.of(bits.frame(), bits.start(), bits.length(), bits.order()));
            bits.value()
                    .ifPresent(value -> columns.addAll(
                            List.of(value.signed(), value.factor(), value.offset(), value.least(), value.most())));
            columns.removeIf(String::isEmpty); // which was told
            if (columns.stream().distinct().count() < columns.size()) {
                table.report(
                        table.at("bits"),
                        "one column stands for two things of a frame",
                        "Name a column for each: " + String.join(", ", columns) + ".");
            }
            return bits;
        });
    }

    private static Optional<TableDefinition.BitValue> bitValue(FieldReader bits, SheetDefinition row) {
        return bits.child("value").map(reader -> {
            TableDefinition.BitValue value = new TableDefinition.BitValue(
                    Words.setting(reader, "signed", row, true),
                    Words.setting(reader, "factor", row, true),
                    Words.setting(reader, "offset", row, true),
                    Words.setting(reader, "least", row, true),
                    Words.setting(reader, "most", row, true));
            reader.finish();
            return value;
        });
    }

    static void subBuses(FieldReader fields, Names outer, Known known, SortedMap<String, TableDefinition> tables) {
        Words.named(fields, "sub-buses").forEach((name, reader) -> {
            Map<String, SubBus.MemberClass> classes = new LinkedHashMap<>();
            reader.children("classes").forEach((word, inner) -> {
                BigDecimal load = inner.text("load")
                        .flatMap(entry -> Words.decimal(inner, entry))
                        .orElse(BigDecimal.ZERO);
                int most = Words.whole(inner, "most", Integer.MAX_VALUE);
                classes.put(
                        word, new SubBus.MemberClass(inner.required("title", "").text(), most, load));
                inner.finish();
            });
            BigDecimal supply = reader.text("supply")
                    .flatMap(entry -> Words.decimal(reader, entry))
                    .orElse(BigDecimal.ZERO);
            Bound least = Words.bound(reader, "least-address", outer);
            Bound most = Words.bound(reader, "most-address", outer);
            SheetReader.Sheet row = SheetReader.read(
                    Meaning.Place.ROW,
                    reader,
                    outer,
                    known,
                    Map.of(),
                    memberColumns(List.copyOf(classes.keySet()), least, most));
            tables.put(
                    name,
                    new TableDefinition(
                            name,
                            reader.required("meaning", "").text(),
                            new TableDefinition.RowCount(null, Words.count(reader, "most", outer), false),
                            row.definition(),
                            new TableDefinition.RowSense(
                                    Optional.empty(), Optional.of(new SubBus(supply, classes)), Optional.empty()),
                            Words.condition(reader, outer),
                            known.licence(reader)));
            reader.finish();
        });
    }

    private static List<SettingDefinition> memberColumns(List<String> classes, Bound least, Bound most) {
        Traits unique = Traits.ORDINARY.with(Effect.RESTART).withUnique(SiteRules.DUPLICATE_BUS_ADDRESS);
        return List.of(
                new SettingDefinition(
                        SubBus.CLASS, SettingKind.CHOICE, Limits.choices(classes), "what kind of member it is"),
                new SettingDefinition(
                                SubBus.ADDRESS,
                                SettingKind.INTEGER,
                                Limits.between(least, most),
                                "address of the member on the bus")
                        .with(unique),
                new SettingDefinition(
                                SubBus.SUPPLY,
                                SettingKind.CHOICE,
                                Limits.choices(List.of(SubBus.FROM_BUS, SubBus.OWN)),
                                "who feeds the member; its own supply does not load the bus")
                        .with(SettingDefinition.Provision.standard(SubBus.FROM_BUS)));
    }
}
