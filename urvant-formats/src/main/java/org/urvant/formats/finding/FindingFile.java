package org.urvant.formats.finding;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Severity;

/**
 * Writes findings for programs that know nothing of Urvant. SARIF (OASIS, Static Analysis Results Interchange Format 2.1.0)
 * has each finding with its rule and place, muted ones as suppressed with the reason. JUnit XML has each as a test: errors
 * fail, muted ones are skipped, warnings and notes pass with what they say; when warnings count too, they fail.
 */
public final class FindingFile {
    private static final String SCHEMA =
            "https://docs.oasis-open.org/sarif/sarif/v2.1.0/os/schemas/sarif-schema-2.1.0.json";
    private static final int INDENT = 2;

    private FindingFile() {}

    /** A form, chosen by the ending of a file's name. */
    public enum Form {
        SARIF(".sarif"),
        JUNIT(".xml");

        private final String ending;

        Form(String ending) {
            this.ending = ending;
        }

        /**
         * Returns the form of a file.
         *
         * @throws RefusedException when the name has another ending
         */
        public static Form of(String name) {
            for (Form form : values()) {
                if (name.toLowerCase(Locale.ROOT).endsWith(form.ending)) {
                    return form;
                }
            }
            throw new RefusedException(
                    "findings cannot be written to " + name,
                    "Name a file that ends with .sarif, or with .xml for the form of JUnit.");
        }
    }

    /**
     * Returns findings as octets of a file.
     *
     * @param isStrict whether warnings count as mistakes
     * @param version which Urvant found them
     */
    public static byte[] of(Form form, List<Finding> findings, boolean isStrict, String version) {
        try {
            return form == Form.SARIF ? sarif(findings, version) : junit(findings, isStrict);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] sarif(List<Finding> findings, String version) throws IOException {
        List<Rule> rules = new ArrayList<>(
                new TreeSet<>(findings.stream().map(Finding::rule).toList()));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (JsonGenerator json = new JsonFactory().createGenerator(out)) {
            json.setPrettyPrinter(new DefaultPrettyPrinter());
            json.writeStartObject();
            json.writeStringField("version", "2.1.0");
            json.writeStringField("$schema", SCHEMA);
            json.writeArrayFieldStart("runs");
            json.writeStartObject();
            json.writeObjectFieldStart("tool");
            json.writeObjectFieldStart("driver");
            json.writeStringField("name", "urvant");
            json.writeStringField("version", version);
            json.writeArrayFieldStart("rules");
            for (Rule rule : rules) {
                json.writeStartObject();
                json.writeStringField("id", rule.id());
                text(json, "shortDescription", rule.meaning());
                text(json, "help", rule.remedy());
                json.writeObjectFieldStart("defaultConfiguration");
                json.writeStringField("level", level(rule.severity()));
                json.writeEndObject();
                json.writeEndObject();
            }
            json.writeEndArray();
            json.writeEndObject();
            json.writeEndObject();
            json.writeStringField("columnKind", "unicodeCodePoints");
            json.writeArrayFieldStart("results");
            for (Finding finding : findings) {
                result(json, finding, rules.indexOf(finding.rule()));
            }
            json.writeEndArray();
            json.writeEndObject();
            json.writeEndArray();
            json.writeEndObject();
        }
        return out.toByteArray();
    }

    private static void result(JsonGenerator json, Finding finding, int rule) throws IOException {
        json.writeStartObject();
        json.writeStringField("ruleId", finding.rule().id());
        json.writeNumberField("ruleIndex", rule);
        json.writeStringField("level", level(finding.severity()));
        text(json, "message", finding.message() + ". " + finding.remedy());
        json.writeArrayFieldStart("locations");
        json.writeStartObject();
        Position place = finding.position();
        json.writeObjectFieldStart("physicalLocation");
        json.writeObjectFieldStart("artifactLocation");
        json.writeStringField("uri", uri(place.source()));
        json.writeEndObject();
        if (place.line() > 0) {
            json.writeObjectFieldStart("region");
            json.writeNumberField("startLine", place.line());
            if (place.column() > 0) {
                json.writeNumberField("startColumn", place.column());
            }
            json.writeEndObject();
        }
        json.writeEndObject();
        json.writeArrayFieldStart("logicalLocations");
        json.writeStartObject();
        json.writeStringField("fullyQualifiedName", finding.subject());
        json.writeEndObject();
        json.writeEndArray();
        json.writeEndObject();
        json.writeEndArray();
        if (finding.isMuted()) {
            json.writeArrayFieldStart("suppressions");
            json.writeStartObject();
            json.writeStringField("kind", "external");
            json.writeStringField("justification", finding.muted());
            json.writeEndObject();
            json.writeEndArray();
        }
        json.writeEndObject();
    }

    private static void text(JsonGenerator json, String name, String text) throws IOException {
        json.writeObjectFieldStart(name);
        json.writeStringField("text", text);
        json.writeEndObject();
    }

    private static String level(Severity severity) {
        return switch (severity) {
            case ERROR -> "error";
            case WARNING -> "warning";
            default -> "note";
        };
    }

    private static String uri(String source) {
        try {
            return new URI(null, null, source.replace('\\', '/'), null).toASCIIString();
        } catch (URISyntaxException e) {
            return "";
        }
    }

    private static byte[] junit(List<Finding> findings, boolean isStrict) throws XMLStreamException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        XMLStreamWriter xml = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out, "UTF-8");
        long failures =
                findings.stream().filter(finding -> fails(finding, isStrict)).count();
        long skipped = findings.stream().filter(Finding::isMuted).count();
        xml.writeStartDocument("UTF-8", "1.0");
        line(xml, 0);
        xml.writeStartElement("testsuites");
        line(xml, 1);
        xml.writeStartElement("testsuite");
        attribute(xml, "name", "findings of the project");
        attribute(xml, "tests", String.valueOf(Math.max(1, findings.size())));
        attribute(xml, "failures", String.valueOf(failures));
        attribute(xml, "errors", "0");
        attribute(xml, "skipped", String.valueOf(skipped));
        if (findings.isEmpty()) { // a suite without tests counts as one that did not run
            line(xml, 2);
            xml.writeEmptyElement("testcase");
            attribute(xml, "classname", "urvant");
            attribute(xml, "name", "no findings");
        }
        for (Finding finding : findings) {
            test(xml, finding, isStrict);
        }
        line(xml, 1);
        xml.writeEndElement();
        line(xml, 0);
        xml.writeEndElement();
        xml.writeEndDocument();
        xml.close();
        return out.toByteArray();
    }

    private static void test(XMLStreamWriter xml, Finding finding, boolean isStrict) throws XMLStreamException {
        line(xml, 2);
        xml.writeStartElement("testcase");
        attribute(xml, "classname", finding.rule().id());
        attribute(xml, "name", finding.subject());
        attribute(xml, "file", finding.position().source());
        line(xml, 3);
        String said = finding.position() + ": " + finding.message() + "\n" + finding.remedy();
        if (finding.isMuted()) {
            xml.writeEmptyElement("skipped");
            attribute(xml, "message", "muted: " + finding.muted());
        } else if (fails(finding, isStrict)) {
            xml.writeStartElement("failure");
            attribute(xml, "type", finding.severity().word());
            attribute(xml, "message", finding.message());
            xml.writeCharacters(legal(said));
            xml.writeEndElement();
        } else {
            xml.writeStartElement("system-out");
            xml.writeCharacters(legal(finding.severity().word() + ": " + said));
            xml.writeEndElement();
        }
        line(xml, 2);
        xml.writeEndElement();
    }

    private static boolean fails(Finding finding, boolean isStrict) {
        return !finding.isMuted()
                && (finding.severity() == Severity.ERROR || isStrict && finding.severity() == Severity.WARNING);
    }

    private static void line(XMLStreamWriter xml, int depth) throws XMLStreamException {
        xml.writeCharacters("\n" + " ".repeat(INDENT * depth));
    }

    private static void attribute(XMLStreamWriter xml, String name, String value) throws XMLStreamException {
        xml.writeAttribute(name, legal(value));
    }

    /** XML 1.0 (2.2) has no letters for most of what a terminal obeys, not even escaped. */
    private static String legal(String text) {
        StringBuilder legal = new StringBuilder(text.length());
        text.codePoints()
                .map(point -> point == '\n'
                                || point == '\t'
                                || point >= 0x20 && point <= 0xD7FF
                                || point >= 0xE000 && point <= 0xFFFD
                                || point >= 0x10000
                        ? point
                        : '?')
                .forEach(legal::appendCodePoint);
        return legal.toString();
    }
}
