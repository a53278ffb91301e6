package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.logic.DataType;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Signal;
import org.urvant.core.logic.Signal.Flow;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;

/** What the rows of a device are to its programs: values that they read and write by the identifiers of rows. */
public final class RowSignals {
    /** What stands before an identifier in programs. */
    public static final String BEFORE = "mapped.";

    private static final int LONGEST = 60;
    private static final Pattern IDENTIFIER = Pattern.compile("[A-Za-z][A-Za-z0-9_]{0," + (LONGEST - 1) + "}");

    private RowSignals() {}

    /** Returns whether programs can use a text as the name of a row. */
    public static boolean isIdentifier(String text) {
        return IDENTIFIER.matcher(text).matches();
    }

    /**
     * Refuses an identifier that a row of a device cannot have.
     *
     * @param key key of the row; empty text for a new one
     * @throws RefusedException when programs cannot use it, or another row has it
     */
    public static void requireFree(Device device, String identifier, String key) {
        if (!isIdentifier(identifier)) {
            throw new RefusedException(
                    "'" + identifier + "' cannot be used in programs", MappingRules.IDENTIFIER_WRONG.remedy());
        }
        device.mappings().stream()
                .filter(row -> row.identifier().equalsIgnoreCase(identifier)
                        && !row.key().equals(key))
                .findFirst()
                .ifPresent(row -> {
                    throw new RefusedException(
                            "'" + row.name() + "' of " + device.name() + " has the identifier '" + row.identifier()
                                    + "' already",
                            "Give another one; case does not count.");
                });
    }

    /** Returns how programs write the row with an identifier. */
    public static String name(String identifier) {
        return BEFORE + identifier.toLowerCase(Locale.ROOT);
    }

    /** Returns an identifier for a row with a name that no other row of the device has. */
    public static String proposed(Device device, String name) {
        Set<String> taken = new HashSet<>();
        device.mappings().forEach(row -> taken.add(row.identifier().toLowerCase(Locale.ROOT)));
        String plain =
                name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "_").replaceAll("^_+|_+$", "");
        String begin = plain.isEmpty() || !Character.isLetter(plain.charAt(0)) ? "row_" + plain : plain;
        String brief = begin.length() > LONGEST - 4 ? begin.substring(0, LONGEST - 4) : begin;
        String free = brief;
        for (int number = 2; taken.contains(free); number++) {
            free = brief + "_" + number;
        }
        return free;
    }

    /** Returns the signals that programs of a device have by its rows; rows that are wrong have none. */
    public static List<Signal> of(Project project, Device device) {
        List<Signal> signals = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (Mapping row : device.mappings()) {
            String name = name(row.identifier());
            if (isIdentifier(row.identifier()) && names.add(name)) {
                ResolvedMapping.resolve(project, device, row, finding -> {})
                        .ifPresent(resolved -> signals.add(signal(name, resolved)));
            }
        }
        return signals;
    }

    /** Programs write what they give; all else is missing until it comes. */
    private static Signal signal(String name, ResolvedMapping resolved) {
        boolean isWritten = resolved.mapping().origin().isProgram();
        Shape shape = resolved.shape();
        DataType type =
                switch (shape.form()) {
                    case LOGICAL -> DataType.BOOL;
                    case REAL -> DataType.LREAL;
                    default -> DataType.LINT;
                };
        Interval range = shape.form() == Form.DOUBLE ? Interval.of(0, 3) : shape.range();
        return new Signal(
                name,
                type,
                isWritten ? Flow.OUTPUT : Flow.INPUT,
                !isWritten && type != DataType.BOOL && range.isBounded() ? range : null,
                null,
                !isWritten,
                (isWritten ? "goes to " + resolved.mapping().to() + ", " : "comes over ")
                        + (isWritten
                                ? resolved.mapping().destination()
                                : resolved.mapping().from()) + ": "
                        + resolved.mapping().name());
    }

    /** Holds what programs of a device give to its rows against the points that they go to (calculations F8). */
    public static void check(Project project, Device device, Logic logic, Consumer<Finding> findings) {
        for (Mapping row : device.mappings()) {
            if (row.origin().isProgram() && logic.outputs().contains(name(row.identifier()))) {
                ResolvedMapping.resolve(project, device, row, finding -> {})
                        .ifPresent(resolved -> check(device, resolved, logic, findings));
            }
        }
    }

    private static void check(Device device, ResolvedMapping resolved, Logic logic, Consumer<Finding> findings) {
        Mapping row = resolved.mapping();
        Shape shape = resolved.mapped().shape().orElseThrow();
        if (shape.form() == Form.LOGICAL) {
            return;
        }
        String name = name(row.identifier());
        Shape given = row.treatment().of(new Shape(shape.form(), shape.access(), logic.range(name)));
        Interval held = resolved.receiver()
                .flatMap(MappedSignal::shape)
                .map(Shape::range)
                .orElseGet(() ->
                        resolved.space().holds(resolved.object().carrier()).range());
        new RowFit((rule, message, remedy) -> findings.accept(
                        new Finding(rule, device.name() + " " + row.name(), row.position(), message, remedy)))
                .range(name + " gives ", given, held, resolved.object().carrier());
    }

    /** Returns the logic of a device as its files give it, its rows included. */
    public static DeviceLogic logic(Project project, Device device) {
        return logic(project, device, device.programs().source(), device.logic());
    }

    /** Returns the logic of a device with other programs than its own. */
    public static DeviceLogic logic(Project project, Device device, String name, String text) {
        return DeviceLogic.with(project.typeOf(device), device, name, text, of(project, device));
    }
}
