package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.FunctionalConstraint;

/** What kind of value a data attribute of IEC 61850 is, by common data class (IEC 61850-7-3; IEC TS 61850-80-1:2016, 7). */
final class DataShapes {
    /** Files of edition 2003 give the control value without the service around it (IEC 61850-7-3:2003, 7.5). */
    private static final Set<String> CONTROL = Set.of("Oper.ctlVal", "ctlVal");

    private static final Pattern INDEX = Pattern.compile("\\(\\d+\\)");

    private static final List<Row> ROWS = List.of(
            new Row(Set.of("SPS", "SPC"), Set.of("stVal"), Form.LOGICAL, Access.READ),
            new Row(Set.of("ACT", "ACD"), Set.of("general", "phsA", "phsB", "phsC", "neut"), Form.LOGICAL, Access.READ),
            new Row(Set.of("DPS", "DPC"), Set.of("stVal"), Form.DOUBLE, Access.READ),
            new Row(Set.of("INS", "ENS", "INC", "ENC"), Set.of("stVal"), Form.WHOLE, Access.READ),
            new Row(Set.of("BCR"), Set.of("actVal"), Form.COUNTER, Access.READ),
            new Row(Set.of("BSC", "ISC"), Set.of("valWTr.posVal"), Form.STEP, Access.READ),
            new Row(Set.of("MV"), Set.of("mag.f", "mag.i"), Form.REAL, Access.READ),
            new Row(
                    Set.of("CMV"),
                    Set.of("cVal.mag.f", "cVal.mag.i", "cVal.ang.f", "cVal.ang.i"),
                    Form.REAL,
                    Access.READ),
            new Row(Set.of("APC", "BAC"), Set.of("mxVal.f", "mxVal.i"), Form.REAL, Access.READ),
            new Row(Set.of("HMV"), harmonics("har"), Form.REAL, Access.READ),
            new Row(
                    Set.of("HWYE"),
                    harmonics("phsAHar", "phsBHar", "phsCHar", "neutHar", "netHar", "resHar"),
                    Form.REAL,
                    Access.READ),
            new Row(Set.of("HDEL"), harmonics("phsABHar", "phsBCHar", "phsCAHar"), Form.REAL, Access.READ),
            new Row(Set.of("SPC"), CONTROL, Form.LOGICAL, Access.COMMAND),
            new Row(Set.of("DPC"), CONTROL, Form.DOUBLE, Access.COMMAND),
            new Row(Set.of("INC", "ENC"), CONTROL, Form.WHOLE, Access.COMMAND),
            new Row(Set.of("BSC", "ISC", "BAC"), CONTROL, Form.STEP, Access.COMMAND),
            new Row(
                    Set.of("APC"),
                    Set.of("Oper.ctlVal.f", "Oper.ctlVal.i", "ctlVal.f", "ctlVal.i"),
                    Form.REAL,
                    Access.COMMAND));

    /** Ranges of the basic types of IEC 61850-7-2:2010, 6.1.2; enumerations are 8 bits on the line (IEC 61850-8-1). */
    private static final Map<String, Interval> RANGES = Map.of(
            "INT8", Interval.of(Byte.MIN_VALUE, Byte.MAX_VALUE),
            "INT16", Interval.of(Short.MIN_VALUE, Short.MAX_VALUE),
            "INT32", Interval.of(Integer.MIN_VALUE, Integer.MAX_VALUE),
            "INT64", Interval.of(Long.MIN_VALUE, Long.MAX_VALUE),
            "INT8U", Interval.of(0, 0xFF),
            "INT16U", Interval.of(0, 0xFFFF),
            "INT24U", Interval.of(0, 0xFFFFFF),
            "INT32U", Interval.of(0, 0xFFFFFFFFL),
            "Enum", Interval.of(Byte.MIN_VALUE, Byte.MAX_VALUE));

    /** Classes with the least and greatest value of a number beside it. */
    private static final Set<String> BOUNDED = Set.of("INC", "ISC", "BSC", "APC", "BAC");

    private DataShapes() {}

    private record Row(Set<String> classes, Set<String> attributes, Form form, Access access) {}

    /** Elements of arrays of vectors: magnitude and angle of each harmonic (IEC 61850-7-3:2010, 7.4.7 to 7.4.9). */
    private static Set<String> harmonics(String... arrays) {
        return Stream.of(arrays)
                .flatMap(array -> Stream.of("mag.f", "mag.i", "ang.f", "ang.i").map(part -> array + "()." + part))
                .collect(Collectors.toUnmodifiableSet());
    }

    /** The rows by class and attribute: shapes are asked for by the hundred thousand. */
    private static final Map<String, Map<String, Row>> BY_CLASS = byClass();

    private static Map<String, Map<String, Row>> byClass() {
        Map<String, Map<String, Row>> byClass = new HashMap<>();
        ROWS.forEach(row -> row.classes.forEach(name -> {
            Map<String, Row> attributes = byClass.computeIfAbsent(name, each -> new HashMap<>());
            row.attributes.forEach(attribute -> attributes.put(attribute, row));
        }));
        return byClass;
    }

    /** Returns what an attribute is; empty when it is no value that can be mapped. */
    static Optional<Shape> of(DataAttribute attribute) {
        String path = attribute.attributePath();
        String any = path.indexOf('(') < 0 ? path : INDEX.matcher(path).replaceAll("()");
        Row row = BY_CLASS.getOrDefault(attribute.innerClass(), Map.of()).get(any);
        return row == null
                ? Optional.empty()
                : Optional.of(
                        new Shape(row.form, row.access, RANGES.getOrDefault(attribute.basicType(), Interval.ALL)));
    }

    /**
     * Returns what numbers an attribute can be, as its file says: the values of its enumeration, or the least and greatest value
     * beside it (minVal, maxVal of IEC 61850-7-3:2010, 7.5); empty where the file says only how wide it is on the line.
     */
    static Optional<Interval> known(DataAttribute attribute) {
        List<BigDecimal> values = attribute.enumeration().keySet().stream()
                .filter(ordinal -> ordinal.matches("-?\\d{1,9}"))
                .map(BigDecimal::new)
                .sorted()
                .toList();
        if (!values.isEmpty()) {
            return Optional.of(new Interval(values.get(0), values.get(values.size() - 1)));
        }
        if (!BOUNDED.contains(attribute.innerClass())) {
            return Optional.empty();
        }
        Optional<BigDecimal> least = limit(attribute, "minVal");
        Optional<BigDecimal> most = limit(attribute, "maxVal");
        return least.isPresent() && most.isPresent() && least.get().compareTo(most.get()) <= 0
                ? Optional.of(new Interval(least.get(), most.get()))
                : Optional.empty();
    }

    private static Optional<BigDecimal> limit(DataAttribute attribute, String name) {
        String object = attribute.objectName() + ".";
        return attribute.node().attributes().stream()
                .filter(other -> other.path().startsWith(object)
                        && (other.attributePath().equals(name)
                                || other.attributePath().startsWith(name + ".")))
                .flatMap(other -> other.value().stream())
                .filter(text -> text.matches("-?\\d{1,18}(\\.\\d{1,12})?"))
                .map(BigDecimal::new)
                .findFirst();
    }

    /** Returns why an attribute is none that can be mapped. */
    static String reason(DataAttribute attribute) {
        String tail = attribute.attributePath();
        if ("Quality".equals(attribute.basicType()) || "Timestamp".equals(attribute.basicType())) {
            return "travels with its value: quality and time are part of the information object";
        }
        FunctionalConstraint constraint = attribute.constraint().orElse(null);
        if (constraint == FunctionalConstraint.CO || constraint == FunctionalConstraint.OR) {
            return "is part of a control's parameters; the command itself is Oper.ctlVal";
        }
        if (constraint == FunctionalConstraint.ST || constraint == FunctionalConstraint.MX) {
            return "nothing carries " + tail + " of class " + attribute.innerClass();
        }
        return "is " + (constraint == null ? "of no known constraint" : constraint.meaning()) + ", not a process value";
    }
}
