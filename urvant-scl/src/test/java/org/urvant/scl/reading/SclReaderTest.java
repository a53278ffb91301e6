package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UrvantException;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.ReportControl;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.SignalKind;

class SclReaderTest {
    private static final Path RELAY = Path.of("../demo/F01.cid");
    private static final SclFile FILE = new SclReader().read(RELAY, "F01.cid");

    private static Ied relay() {
        return FILE.ied("F01").orElseThrow();
    }

    @Test
    void headerAndCommunicationAreAsWritten() {
        assertThat(FILE.edition()).isEqualTo("2007B");
        assertThat(FILE.headerId()).isEqualTo("Skarholm F01");
        assertThat(relay().maker()).isEqualTo("Marrowby");
        assertThat(relay().connectedAccessPoint().orElseThrow().address())
                .containsEntry("IP", "192.0.2.11")
                .containsEntry("OSI-TSEL", "0001");
    }

    /** Expected by hand from the file's templates and IEC 61850-7-3. */
    @ParameterizedTest
    @CsvSource({
        "F01CTRL/XCBR1.Pos.stVal,           ST, DPC, DPC, Dbpos,   Breaker position",
        "F01CTRL/CSWI1.Pos.Oper.ctlVal,     CO, DPC, DPC, BOOLEAN, Breaker control",
        "F01PROT/PTRC1.Tr.general,          ST, ACT, ACT, BOOLEAN, General trip",
        "F01MEAS/MMXU1.A.phsA.cVal.mag.f,   MX, WYE, CMV, FLOAT32, Current",
        "F01MEAS/MMXU1.PPV.phsAB.units.SIUnit, CF, DEL, CMV, Enum,  Line voltage",
        "F01PROT/PTOC1.StrVal.setMag.f,     SG, ASG, ASG, FLOAT32, Overcurrent pick-up value",
        "F01MEAS/MMTR1.SupWh.actVal,        ST, BCR, BCR, INT64,   Energy supplied"
    })
    void attributesAreResolvedThroughTheTemplates(
            String reference, String constraint, String outer, String inner, String type, String description) {
        DataAttribute attribute = relay().attributeAt(reference).orElseThrow();
        assertThat(attribute.reference()).isEqualTo(reference);
        assertThat(attribute.constraint().map(Enum::name)).contains(constraint);
        assertThat(attribute.objectClass()).isEqualTo(outer);
        assertThat(attribute.innerClass()).isEqualTo(inner);
        assertThat(attribute.basicType()).isEqualTo(type);
        assertThat(attribute.description()).isEqualTo(description);
    }

    @Test
    void valuesComeFromTheInstanceOrElseFromTheTemplate() {
        assertThat(relay().attributeAt("F01CTRL/CSWI1.Pos.ctlModel").flatMap(DataAttribute::value))
                .contains("sbo-with-enhanced-security");
        assertThat(relay().attributeAt("F01CTRL/XCBR1.Pos.ctlModel").flatMap(DataAttribute::value))
                .contains("status-only");
        assertThat(relay().attributeAt("F01MEAS/MMXU1.A.phsA.units.SIUnit").flatMap(DataAttribute::value))
                .contains("A");
        assertThat(relay().attributeAt("F01MEAS/MMXU1.PhV.phsB.units.SIUnit").flatMap(DataAttribute::value))
                .isEmpty();
    }

    /** XML 1.0, 2.4 to 2.7: comments, processing instructions and CDATA sections part no text, and references stand in it. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "12<!-- a -->50.5",
                "1<?print now?>250.5",
                "<![CDATA[1250]]>.5",
                "12<![CDATA[50]]><!-- b -->&#46;5",
                "<!-- a --><?b c?>1250.5",
                "<!-- a -->\n 1250.5 \n<!-- b -->"
            })
    void aTextIsWholeWhateverStandsBetween(String text) {
        String file = "<SCL xmlns='http://www.iec.ch/61850/2003/SCL'><Communication><SubNetwork name='S'>"
                + "<ConnectedAP iedName='A' apName='P'><Address><P type='IP'>" + text + "</P></Address></ConnectedAP>"
                + "</SubNetwork></Communication><IED name='A'><AccessPoint name='P'/></IED></SCL>";
        SclFile read = new SclReader().read(file.getBytes(StandardCharsets.UTF_8), "a.cid");
        assertThat(read.ied("A")
                        .orElseThrow()
                        .connectedAccessPoint()
                        .orElseThrow()
                        .address())
                .containsEntry("IP", "1250.5");
    }

    @Test
    void positionsAreTheLinesOfTheFile() throws IOException {
        List<String> lines = Files.readAllLines(RELAY);
        assertThat(lines.get(relay().position().line() - 1)).contains("<IED name=\"F01\"");
        DataAttribute attribute = relay().attributeAt("F01CTRL/XCBR1.Pos.stVal").orElseThrow();
        assertThat(lines.get(attribute.position().line() - 1)).contains("bType=\"Dbpos\"");
    }

    @Test
    void theDemoRelayIsWhole() {
        var nodes = relay().logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .toList();
        assertThat(relay().logicalDevices()).hasSize(3);
        assertThat(nodes.stream().mapToInt(node -> node.attributes().size()).sum())
                .isGreaterThan(400);
        assertThat(nodes.stream().map(LogicalNode::nodeClass))
                .contains("XCBR", "XSWI", "CSWI", "CILO", "PTOC", "PIOC", "PTRC", "RBRF", "MMXU", "MMTR", "GGIO");
        var messages =
                nodes.stream().flatMap(node -> node.gooseControls().stream()).toList();
        assertThat(messages).singleElement().satisfies(message -> {
            assertThat(message.gooseId()).isEqualTo("F01-trips");
            assertThat(message.dataSet().orElseThrow().members()).hasSize(7);
        });
        assertThat(relay().connectedAccessPoint().orElseThrow().gooseAddress("PROT", "trips_out"))
                .hasValueSatisfying(parts -> assertThat(parts).containsEntry("APPID", "0011"));
        assertThat(nodes.stream().flatMap(node -> node.inputs().stream()))
                .filteredOn(input -> input.service().equals("GOOSE"))
                .singleElement()
                .satisfies(input -> assertThat(input.publisher()).isEqualTo("F02"));
    }

    @Test
    void reportsAndDatasetsSayWhatTheyCarry() {
        ReportControl report =
                relay().logicalDevices().get(0).nodes().get(0).reportControls().get(0);
        assertThat(report.reference()).isEqualTo("F01CTRL/LLN0.BR.status");
        assertThat(report.instances()).isEqualTo(3);
        var set = report.dataSet().orElseThrow();
        assertThat(set.carries(relay().attributeAt("F01CTRL/XCBR1.Pos.stVal").orElseThrow()))
                .isTrue();
        assertThat(set.carries(relay().attributeAt("F01CTRL/XSWI2.Pos.q").orElseThrow()))
                .isTrue();
        assertThat(set.carries(relay().attributeAt("F01CTRL/XCBR1.Pos.ctlModel").orElseThrow()))
                .isFalse();
        assertThat(set.carries(relay().attributeAt("F01CTRL/CSWI1.Pos.stVal").orElseThrow()))
                .isFalse();
    }

    @Test
    void aFileCutAnywhereIsRefusedWithItsPlace() throws IOException {
        byte[] whole = Files.readAllBytes(RELAY);
        int lastTag = new String(whole, StandardCharsets.UTF_8).lastIndexOf("</SCL>") + 5;
        for (int length = 0; length < lastTag; length += 61) {
            byte[] cut = Arrays.copyOf(whole, length);
            assertThatThrownBy(() -> new SclReader().read(cut, "cut.cid"))
                    .isInstanceOfSatisfying(MalformedInputException.class, mistake -> {
                        assertThat(mistake.placedMessage()).startsWith("cut.cid");
                        assertThat(mistake.remedy()).isNotBlank();
                    });
        }
    }

    @Property(tries = 300)
    void randomBytesAreRefusedInTheSameFamilyOfExceptions(@ForAll @Size(max = 400) byte[] bytes) {
        assertThatThrownBy(() -> new SclReader().read(bytes, "noise")).isInstanceOf(UrvantException.class);
    }

    /** Whatever happens to a file on the way: it is read, or refused in the one family of exceptions. */
    @Property(tries = 500)
    void alteredFilesAreReadOrRefused(@ForAll long seed) throws IOException {
        Random random = new Random(seed);
        byte[] bytes = Files.readAllBytes(RELAY);
        for (int i = 1 + random.nextInt(4); i > 0; i--) {
            bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
        }
        try {
            SclFile file = new SclReader().read(bytes, "altered");
            file.ieds().forEach(ied -> ied.logicalDevices().forEach(device -> device.nodes()
                    .forEach(node -> node.attributes().forEach(DataAttribute::value))));
        } catch (UrvantException e) {
            assertThat(e.placedMessage()).startsWith("altered");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <?xml version='1.0'?><!DOCTYPE SCL [<!ENTITY x SYSTEM 'file:///etc/passwd'>]><SCL xmlns='http://www.iec.ch/61850/2003/SCL'>&x;</SCL> | document type
            <SCL/>                                                        | expected 'SCL' of http
            <html xmlns='http://www.w3.org/1999/xhtml'/>                  | 'html'
            <SCL xmlns='http://www.iec.ch/61850/2003/SCL'>&undeclared;</SCL> | entity
            """)
    void whatIsNotSclIsRefusedWithWhatWasFound(String text, String found) {
        assertThatThrownBy(() -> new SclReader().read(text.getBytes(StandardCharsets.UTF_8), "x.scd"))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining(found);
    }

    @Test
    void limitsHoldAtExactlyTheirValue() {
        byte[] three = ("<SCL xmlns='" + SclReader.NAMESPACE + "'><IED name='A'><Private/></IED></SCL>")
                .getBytes(StandardCharsets.UTF_8);
        assertThat(new SclReader(new SclLimits(10_000, 3, 3, 100))
                        .read(three, "x")
                        .elementCount())
                .isEqualTo(3);
        assertThatThrownBy(() -> new SclReader(new SclLimits(10_000, 2, 3, 100)).read(three, "x"))
                .isInstanceOf(LimitExceededException.class)
                .hasMessageContaining("number of elements is 3, more than the limit of 2");
        assertThatThrownBy(() -> new SclReader(new SclLimits(10_000, 3, 2, 100)).read(three, "x"))
                .isInstanceOf(LimitExceededException.class)
                .hasMessageContaining("element depth");
        byte[] text = ("<SCL xmlns='" + SclReader.NAMESPACE + "'><Private a='12345'>123456</Private></SCL>")
                .getBytes(StandardCharsets.UTF_8);
        assertThat(new SclReader(new SclLimits(10_000, 3, 3, 1000))
                        .read(text, "x")
                        .elementCount())
                .isEqualTo(2);
        assertThat(new SclReader(new SclLimits(10_000, 3, 3, 6)).read(text, "x").elementCount())
                .isEqualTo(2);
        assertThatThrownBy(() -> new SclReader(new SclLimits(10_000, 3, 3, 5)).read(text, "x"))
                .isInstanceOf(LimitExceededException.class)
                .hasMessageContaining("text length is 6, more than the limit of 5");
    }

    /** The same relay in every encoding of XML 1.0, 4.3.3, and appendix F that SCL files come in, and under a prefix. */
    @ParameterizedTest
    @CsvSource({"UTF-8,false", "UTF-8,true", "UTF-16LE,true", "UTF-16BE,true", "ISO-8859-1,false", "US-ASCII,false"})
    void encodingsAndMarksMakeNoDifference(String encoding, boolean mark) throws IOException {
        String text = Files.readString(RELAY)
                .replace("encoding=\"UTF-8\"", "encoding=\"" + encoding.replaceAll("[LB]E", "") + "\"");
        byte[] bytes = ((mark ? "\uFEFF" : "") + text).getBytes(Charset.forName(encoding));
        SclFile file = new SclReader().read(bytes, "x");
        assertThat(file.elementCount()).isEqualTo(FILE.elementCount());
        assertThat(file.ied("F01").orElseThrow().position().line())
                .isEqualTo(relay().position().line());
    }

    /**
     * The same relay as edition 2003 writes it: no version, ENS and ENC are INS and INC (IEC 61850-7-3:2003 has no other), and
     * the control value stands alone.
     */
    @Test
    void edition2003IsReadLike2007() throws IOException {
        String text = Files.readString(RELAY)
                .replace(" version=\"2007\" revision=\"B\"", "")
                .replaceAll(" originalScl(Version|Revision)=\"[^\"]*\"", "")
                .replace("cdc=\"ENS\"", "cdc=\"INS\"")
                .replace("cdc=\"ENC\"", "cdc=\"INC\"")
                .replace(
                        "<DA name=\"Oper\" bType=\"Struct\" type=\"MF7_Oper_DPC\" fc=\"CO\"/>",
                        "<DA name=\"ctlVal\" bType=\"BOOLEAN\" fc=\"CO\"/>");
        SclFile file = new SclReader().read(text.getBytes(StandardCharsets.UTF_8), "F01.cid");
        assertThat(file.edition()).isEqualTo("2003");
        Ied old = file.ied("F01").orElseThrow();
        assertThat(old.logicalDevices()).hasSize(3);
        assertThat(old.attributeAt("F01CTRL/LLN0.Health.stVal").orElseThrow().innerClass())
                .isEqualTo("INS");
        DataAttribute command = old.attributeAt("F01CTRL/CSWI1.Pos.ctlVal").orElseThrow();
        assertThat(SignalKind.of(command)).containsExactly(SignalKind.COMMAND);
        for (SignalKind kind : EnumSet.complementOf(EnumSet.of(SignalKind.COMMAND))) {
            assertThat(count(old, kind)).as(kind.word()).isEqualTo(count(relay(), kind));
        }
    }

    private static long count(Ied ied, SignalKind kind) {
        return ied.logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .flatMap(node -> node.attributes().stream())
                .filter(attribute -> kind.reason(attribute).isPresent())
                .count();
    }

    @Test
    void aPrefixIsAsGoodAsADefaultNamespace() throws IOException {
        String prefixed =
                Files.readString(RELAY).replace("<SCL xmlns=", "<SCL xmlns:s=").replaceAll("<(/?)(?=[A-Z])", "<$1s:");
        SclFile file = new SclReader().read(prefixed.getBytes(StandardCharsets.UTF_8), "x");
        assertThat(file.elementCount()).isEqualTo(FILE.elementCount());
        assertThat(file.ied("F01").orElseThrow().attributeAt("F01CTRL/XCBR1.Pos.stVal"))
                .isPresent();
    }

    @Test
    void aCircleOfTypesEnds() {
        String circle = "<SCL xmlns='" + SclReader.NAMESPACE + "'><IED name='A'><AccessPoint name='P'><Server>"
                + "<LDevice inst='L'><LN0 lnClass='LLN0' inst='' lnType='N'/></LDevice></Server></AccessPoint></IED>"
                + "<DataTypeTemplates><LNodeType id='N' lnClass='LLN0'><DO name='X' type='D'/></LNodeType>"
                + "<DOType id='D' cdc='WYE'><SDO name='s' type='D'/><DA name='a' bType='Struct' type='S' fc='ST'/></DOType>"
                + "<DAType id='S'><BDA name='b' bType='Struct' type='S'/></DAType></DataTypeTemplates></SCL>";
        SclFile file = new SclReader().read(circle.getBytes(StandardCharsets.UTF_8), "circle");
        assertThat(file.ieds().get(0).logicalDevices().get(0).nodes().get(0).attributes())
                .isEmpty();
    }
}
