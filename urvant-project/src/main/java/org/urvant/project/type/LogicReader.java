package org.urvant.project.type;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.LogicDefinition;
import org.urvant.core.device.LogicDefinition.Behaviour;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Unit;
import org.urvant.file.yaml.FieldReader;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.LogicRules;

/** Reads the logic of a device type. */
final class LogicReader {
    private static final int LONGEST = 20_000;
    private static final Duration CYCLE = Duration.ofMillis(100);

    private LogicReader() {}

    /** Reads the logic of a type whose other parts were read already. */
    static DeviceType read(FieldReader fields, DeviceType type, Names own) {
        List<Behaviour> behaviours = new ArrayList<>();
        fields.children("behaviour")
                .forEach((name, reader) -> behaviour(name, reader, type, own).ifPresent(behaviours::add));
        Duration cycle = fields.text("cycle").map(entry -> cycle(fields, entry)).orElse(CYCLE);
        DeviceType with = type.withLogic(new LogicDefinition(
                Words.whole(fields, "programs", 0), Words.whole(fields, "longest", LONGEST), cycle, behaviours));
        fields.finish();
        return with;
    }

    /** Tries the behaviours of a type on a device of defaults; what is wrong in a program is told with its place. */
    static void verify(DeviceType type, Consumer<Finding> findings) {
        if (!type.software().logic().behaviours().isEmpty()) {
            DeviceLogic.verify(
                    type,
                    (position, mistake) -> findings.accept(new Finding(
                            LogicRules.PROGRAM_WRONG, type.name(), position, mistake.message(), mistake.remedy())));
        }
    }

    private static Duration cycle(FieldReader fields, Entry entry) {
        Optional<Duration> cycle = Amount.parse(entry.text())
                .filter(amount -> amount.unit() != null && amount.unit().dimension() == Unit.SECOND.dimension())
                .flatMap(amount -> amount.unit().convert(amount.number(), Unit.MILLISECOND))
                .filter(millis -> millis.signum() > 0 && millis.precision() < 9)
                .map(millis -> Duration.ofNanos(millis.movePointRight(6).longValue()));
        if (cycle.isEmpty()) {
            fields.report(entry.position(), "'" + entry.text() + "' is no length of time", "Write it as 10 ms.");
        }
        return cycle.orElse(CYCLE);
    }

    private static Optional<Behaviour> behaviour(String name, FieldReader fields, DeviceType type, Names own) {
        String channels = Words.text(fields, "each-channel");
        String table = Words.text(fields, "each-row");
        Names names = own;
        ChannelKind kind = type.hardware().channels().get(channels);
        TableDefinition rows = type.tables().get(table);
        if (!channels.isEmpty()) {
            if (kind == null) {
                fields.report(
                        fields.position(),
                        "there is no kind of channel '" + channels + "'",
                        NearestName.hint(
                                "kind", channels, type.hardware().channels().keySet()));
            } else {
                names = own.within(kind.settings().types());
            }
        } else if (!table.isEmpty()) {
            if (rows == null) {
                fields.report(
                        fields.position(),
                        "there is no table '" + table + "'",
                        NearestName.hint("table", table, type.tables().keySet()));
            } else {
                names = own.within(rows.row().types());
            }
        }
        Names known = names;
        Expression when = fields.text("when")
                .flatMap(entry -> Words.expression(fields, entry, known, Type.Kind.LOGICAL))
                .orElse(null);
        Map<String, String> where = new TreeMap<>();
        fields.child("where").ifPresent(reader -> reader.plain().forEach((column, entry) -> {
            if (rows == null
                    || !rows.row().settings().containsKey(column)
                    || !type.hardware().channels().containsKey(entry.text())) {
                reader.report(
                        entry.position(),
                        "'" + column + ": " + entry.text() + "' names no column, or no kind of channel",
                        "Write 'where: {COLUMN: KIND}'.");
            }
            where.put(column, entry.text());
        }));
        Entry text = fields.required("text", "");
        Position position = text.position();
        fields.finish();
        return Optional.of(new Behaviour(name, channels, table, where, when, text.text(), position));
    }
}
