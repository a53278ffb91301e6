package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.List;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.scl.AttributeName;
import org.urvant.scl.ControlBlock;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataClass;
import org.urvant.scl.DataSet;
import org.urvant.scl.ExternalReference;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.NodeClass;

/**
 * What a data attribute is and where it goes.
 *
 * @param attribute the attribute
 * @param steps its reference part by part, with what each part means
 * @param carriers control blocks that carry it
 * @param receivers inputs of IEDs of the project that take it
 * @param mappings rows that map it, with their devices before them
 */
public record SignalUse(
        DataAttribute attribute,
        List<PathStep> steps,
        List<ControlBlock> carriers,
        List<ExternalReference> receivers,
        List<Use> mappings) {
    public SignalUse {
        steps = List.copyOf(steps);
        carriers = List.copyOf(carriers);
        receivers = List.copyOf(receivers);
        mappings = List.copyOf(mappings);
    }

    /**
     * A part of the reference.
     *
     * @param part the part as written
     * @param meaning what it means
     */
    public record PathStep(String part, String meaning) {}

    /**
     * A mapping of a device.
     *
     * @param device name of the device
     * @param row the row
     */
    public record Use(String device, Mapping row) {}

    /** Returns what a project knows of an attribute. Costs a walk over all datasets of its IED and all inputs. */
    public static SignalUse of(Project project, DataAttribute attribute) {
        LogicalNode node = attribute.node();
        Ied ied = node.device().ied();
        List<ControlBlock> carriers = ied.nodes().stream()
                .flatMap(holder -> holder.controlBlocks().stream())
                .filter(block ->
                        block.dataSet().map(set -> carries(set, attribute)).orElse(false))
                .toList();
        List<ExternalReference> receivers = project.sources().stream()
                .flatMap(file -> file.receivers(ied.name()).stream()
                        .filter(other -> !project.unwanted(file).contains(other.name())))
                .flatMap(other -> other.allNodes().stream())
                .flatMap(other -> other.inputs().stream())
                .filter(input -> takes(input, ied, attribute))
                .toList();
        return new SignalUse(attribute, steps(attribute), carriers, receivers, rows(project, attribute.reference()));
    }

    /** Returns the rows that read or write a signal or a point of a list, by its reference. */
    public static List<Use> rows(Project project, String reference) {
        List<Use> uses = new ArrayList<>();
        for (Device device : project.devices().values()) {
            device.mappings().stream()
                    .filter(row -> row.touches(reference))
                    .forEach(row -> uses.add(new Use(device.name(), row)));
        }
        return uses;
    }

    private static boolean carries(DataSet set, DataAttribute attribute) {
        return set.carries(attribute);
    }

    private static boolean takes(ExternalReference input, Ied ied, DataAttribute attribute) {
        LogicalNode node = attribute.node();
        String path = input.sourcePath();
        return input.publisher().equals(ied.name())
                && input.sourceNode().equals(node.device().instance() + "/" + node.name())
                && (attribute.path().equals(path) || attribute.path().startsWith(path + "."));
    }

    private static List<PathStep> steps(DataAttribute attribute) {
        LogicalNode node = attribute.node();
        Ied ied = node.device().ied();
        List<PathStep> steps = new ArrayList<>();
        steps.add(new PathStep(ied.name(), join("IED", (ied.maker() + " " + ied.type()).strip(), ied.description())));
        steps.add(new PathStep(
                node.device().name(), join("logical device", node.device().description())));
        String meaning = NodeClass.of(node.nodeClass()).map(NodeClass::meaning).orElse("");
        steps.add(new PathStep(node.name(), join("logical node", meaning, node.description())));
        String[] parts = attribute.path().split("\\.");
        int objects = attribute.path().length() > attribute.attributePath().length()
                ? attribute
                        .path()
                        .substring(
                                0,
                                attribute.path().length()
                                        - attribute.attributePath().length()
                                        - 1)
                        .split("\\.")
                        .length
                : 1;
        for (int i = 0; i < parts.length; i++) {
            if (i < objects) {
                String dataClass = i == 0 ? attribute.objectClass() : i == objects - 1 ? attribute.innerClass() : "";
                String classMeaning =
                        DataClass.of(dataClass).map(DataClass::meaning).orElse("");
                steps.add(new PathStep(
                        parts[i],
                        join(
                                i == 0 ? "data object" : "part of it",
                                (dataClass + " " + classMeaning).strip(),
                                i == 0 ? attribute.description() : "")));
            } else {
                steps.add(new PathStep(
                        parts[i],
                        join(
                                i == parts.length - 1 ? "data attribute" : "structure",
                                AttributeName.meaning(parts[i]).orElse(""))));
            }
        }
        return steps;
    }

    private static String join(String... words) {
        List<String> given = new ArrayList<>();
        for (String word : words) {
            if (!word.isBlank()) {
                given.add(word);
            }
        }
        return String.join("; ", given);
    }
}
