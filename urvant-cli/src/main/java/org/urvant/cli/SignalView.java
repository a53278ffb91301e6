package org.urvant.cli;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.project.Mapping;
import org.urvant.project.mapping.SignalUse;
import org.urvant.scl.ControlBlock;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.ExternalReference;
import org.urvant.scl.FunctionalConstraint;
import org.urvant.scl.ReportControl;
import org.urvant.scl.SitePart;
import org.urvant.scl.selection.SignalKind;

/** Explains a signal: what each part of its reference means, what it holds, who sends and who takes it. */
final class SignalView {
    private final Command command;

    SignalView(Command command) {
        this.command = command;
    }

    void say(SignalUse use) {
        if (command.json) {
            command.sayJson(json(use));
            return;
        }
        DataAttribute attribute = use.attribute();
        command.say(command.paint.strong(attribute.reference()));
        Table steps = new Table("part", "meaning");
        use.steps().forEach(step -> steps.row(step.part(), step.meaning()));
        command.say(steps);
        command.say("");
        facts(use)
                .forEach((name, text) ->
                        command.say(command.paint.faint(String.format(Locale.ROOT, "%-12s", name)) + text));
        sayUse(use);
        command.next("urvant map DEVICE " + attribute.reference());
    }

    private static Map<String, String> facts(SignalUse use) {
        DataAttribute attribute = use.attribute();
        Map<String, String> facts = new LinkedHashMap<>();
        facts.put(
                "constraint",
                attribute.constraint().map(fc -> fc + ", " + fc.meaning()).orElse("none that the standard knows"));
        facts.put("type", type(attribute));
        attribute
                .value()
                .ifPresent(value ->
                        facts.put("value", value + "  (" + attribute.valueKind().meaning() + ")"));
        if (attribute.valuesByGroup().size() > 1) {
            facts.put("by group", attribute.valuesByGroup().toString().replaceAll("[{}]", ""));
        }
        attribute
                .node()
                .place()
                .ifPresent(place -> facts.put(
                        "place",
                        place.path() + "  " + words(place)
                                + (attribute.node().isPlaceInferred()
                                        ? "; inferred from other nodes of the IED"
                                        : "")));
        List<SignalKind> kinds = SignalKind.of(attribute);
        for (SignalKind kind : kinds) {
            facts.put(
                    "kind " + (kinds.size() == 1 ? "" : kind.ordinal()),
                    kind.word() + ": " + kind.reason(attribute).orElse(""));
        }
        facts.put("defined", attribute.position().toString());
        return facts;
    }

    private static String words(SitePart place) {
        return place.kind().word() + (place.description().isEmpty() ? "" : ", " + place.description());
    }

    private static String type(DataAttribute attribute) {
        Map<String, String> texts = attribute.enumeration();
        if (texts.isEmpty()) {
            return attribute.basicType();
        }
        StringBuilder line = new StringBuilder("enumeration " + attribute.enumerationName() + ":");
        texts.forEach(
                (number, text) -> line.append(' ').append(number).append('=').append(text.isEmpty() ? "(none)" : text));
        return line.toString();
    }

    private void sayUse(SignalUse use) {
        Table carriers = new Table("sent in", "as", "dataset", "revision", "to");
        for (ControlBlock block : use.carriers()) {
            carriers.row(
                    block.reference(),
                    kind(block),
                    block.dataSetName(),
                    block.configurationRevision(),
                    block instanceof ReportControl report
                            ? String.join(", ", report.reservedFor())
                            : String.join(", ", receivers(use, block)));
        }
        command.say("");
        if (carriers.isEmpty()) {
            boolean sent = use.attribute()
                    .constraint()
                    .filter(fc -> fc == FunctionalConstraint.ST || fc == FunctionalConstraint.MX)
                    .isPresent();
            command.say(sent ? "in no dataset; it can only be polled" : "not sent by itself; it is read or written");
        } else {
            command.say(carriers);
        }
        Table receivers = new Table("taken by", "input", "service", "block");
        for (ExternalReference input : use.receivers()) {
            receivers.row(input.node().reference(), input.internalAddress(), input.service(), input.controlBlock());
        }
        if (!receivers.isEmpty()) {
            command.say("");
            command.say(receivers);
        }
        Table mappings = new Table("mapped by", "name", "from", "to", "point", "use");
        for (SignalUse.Use mapping : use.mappings()) {
            Mapping row = mapping.row();
            boolean isSource = row.touches(use.attribute().reference())
                    && !row.destination().equals(use.attribute().reference());
            mappings.row(
                    mapping.device(),
                    row.name(),
                    row.from(),
                    row.to(),
                    isSource ? row.destination() : row.shownSource(),
                    row.isUsed() ? "yes" : "no");
        }
        if (!mappings.isEmpty()) {
            command.say("");
            command.say(mappings);
        }
    }

    private static List<String> receivers(SignalUse use, ControlBlock block) {
        return use.receivers().stream()
                .filter(input -> input.controlBlock().equals(block.name()))
                .map(input -> input.node().device().ied().name())
                .distinct()
                .toList();
    }

    private static String kind(ControlBlock block) {
        return switch (block.getClass().getSimpleName()) {
            case "ReportControl" -> ((ReportControl) block).isBuffered() ? "report, buffered" : "report, unbuffered";
            case "GooseControl" -> "GOOSE";
            case "LogControl" -> "log";
            default -> "sampled values";
        };
    }

    private static Object json(SignalUse use) {
        DataAttribute attribute = use.attribute();
        return Json.object(
                "reference", attribute.reference(),
                "constraint", attribute.constraint().map(Enum::name).orElse(""),
                "class", attribute.innerClass(),
                "type", attribute.basicType(),
                "enumeration", attribute.enumeration(),
                "value", attribute.value().orElse(null),
                "place", attribute.node().place().map(SitePart::path).orElse(""),
                "placeInferred", attribute.node().isPlaceInferred(),
                "kinds", SignalKind.of(attribute).stream().map(SignalKind::word).toList(),
                "steps",
                        use.steps().stream()
                                .map(step -> Json.object("part", step.part(), "meaning", step.meaning()))
                                .toList(),
                "carriers", use.carriers().stream().map(ControlBlock::reference).toList(),
                "receivers",
                        use.receivers().stream()
                                .map(input -> input.node().reference() + " " + input.internalAddress())
                                .toList(),
                "mappings",
                        use.mappings().stream()
                                .map(mapping ->
                                        mapping.device() + " " + mapping.row().key())
                                .toList());
    }
}
