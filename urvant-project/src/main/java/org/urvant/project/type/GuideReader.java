package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Guide;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.text.NearestName;
import org.urvant.file.yaml.FieldReader;
import org.urvant.project.setting.GuidedStart;

/** Reads the questions of a device type and what follows from the answers. */
final class GuideReader {
    private GuideReader() {}

    /** Reads the guide of a type whose other parts were read already. */
    static Guide read(FieldReader fields, DeviceType type, Known known) {
        SheetReader.Sheet questions = SheetReader.questions(fields, known);
        List<Guide.Consequence> consequences = new ArrayList<>();
        fields.children("consequences")
                .forEach((name, reader) -> consequences.add(consequence(name, reader, questions.names(), type)));
        List<String> order = fields.names("questions");
        fields.finish();
        return new Guide(questions.definition(), order, consequences);
    }

    private static Guide.Consequence consequence(String name, FieldReader fields, Names names, DeviceType type) {
        Optional<Expression> when =
                fields.text("when").flatMap(entry -> Words.expression(fields, entry, names, Type.Kind.LOGICAL));
        SortedMap<String, String> modules = new TreeMap<>();
        fields.child("fits").ifPresent(reader -> reader.plain().forEach((slot, entry) -> {
            if (!type.hardware().slots().contains(slot)
                    || !type.hardware().modules().containsKey(entry.text())) {
                reader.report(
                        entry.position(),
                        "module '" + entry.text() + "' in slot '" + slot + "' does not exist",
                        NearestName.hint(
                                "module",
                                entry.text(),
                                type.hardware().modules().keySet()));
            }
            modules.put(slot, entry.text());
        }));
        SortedMap<String, Expression> values = new TreeMap<>();
        fields.child("sets").ifPresent(reader -> reader.plain().forEach((path, entry) -> {
            Optional<Type> target = GuidedStart.target(type, modules, path);
            if (target.isEmpty()) {
                reader.report(
                        entry.position(),
                        "there is no setting '" + path + "'",
                        NearestName.hint("setting", path, type.settings().keySet()));
            } else {
                Words.expression(reader, entry, names, target.get().kind())
                        .ifPresent(expression -> values.put(path, expression));
            }
        }));
        fields.finish();
        return new Guide.Consequence(name, when.orElse(null), values, modules);
    }
}
