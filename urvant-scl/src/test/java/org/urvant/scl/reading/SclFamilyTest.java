package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.ExternalReference;
import org.urvant.scl.FileCheck;
import org.urvant.scl.FileKind;
import org.urvant.scl.GooseControl;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.PlainElement;
import org.urvant.scl.SclFile;
import org.urvant.scl.SitePart;
import org.urvant.scl.Subnetwork;
import org.urvant.scl.ValueKind;

/** The whole family on the demo station: expected by hand from the files. */
class SclFamilyTest {
    private static final SclFile STATION = demo("skarholm.scd");

    private static SclFile demo(String name) {
        return new SclReader().read(Path.of("../demo", name), name);
    }

    private static SclFile changed(String name, String shownAs, String... replacements) {
        try {
            String text = Files.readString(Path.of("../demo", name), StandardCharsets.ISO_8859_1);
            for (int i = 0; i < replacements.length; i += 2) {
                String before = text;
                text = text.replaceAll(replacements[i], replacements[i + 1]);
                assertThat(text).as(replacements[i]).isNotEqualTo(before);
            }
            return new SclReader().read(text.getBytes(StandardCharsets.ISO_8859_1), shownAs);
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static Ied ied(String name) {
        return STATION.ied(name).orElseThrow();
    }

    private static DataAttribute attribute(SclFile file, String reference) {
        return file.ieds().stream()
                .flatMap(ied -> ied.attributeAt(reference).stream())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void theSiteHasLevelsBaysEquipmentAndTheirNodes() {
        SitePart site = STATION.site().get(0);
        assertThat(site.parts()).extracting(SitePart::name).containsExactly("T1", "K2", "K1");
        SitePart level = site.parts().get(2);
        assertThat(level.voltage()).isEqualTo("11 kV");
        assertThat(level.parts()).extracting(SitePart::name).containsExactly("BB1", "BB2", "F01", "F02", "F03", "S01");
        SitePart breaker = level.parts().get(2).parts().get(1);
        assertThat(breaker.path()).isEqualTo("Skarholm/K1/F01/QA1");
        assertThat(breaker.type()).isEqualTo("CBR");
        assertThat(breaker.nodes())
                .extracting(SitePart.NodeReference::toString)
                .containsExactly("F01 CTRL/XCBR1", "F01 CTRL/CSWI1", "F01 CTRL/CILO1");
        assertThat(breaker.terminals())
                .extracting(SitePart.Terminal::node)
                .containsExactly("Skarholm/K1/F01/L1", "Skarholm/K1/F01/L2");
        assertThat(level.parts().get(2).connectivityNodes()).hasSize(3).contains("Skarholm/K1/F01/L2");
        SitePart winding = site.parts().get(0).parts().get(0);
        assertThat(winding.element()).isEqualTo("TransformerWinding");
        assertThat(winding.parts()).extracting(SitePart::element).containsExactly("TapChanger");
    }

    @ParameterizedTest
    @CsvSource({
        "F01CTRL/XCBR1.Pos.stVal,        Skarholm/K1/F01/QA1",
        "F01PROT/PTOC2.Op.general,       Skarholm/K1/F01/F51/F51N",
        "M01MU/I2TCTR1.AmpSv.instMag.i,  Skarholm/K2/T01/BI1/B",
        "T01CTRL/YLTC1.EndPosR.stVal,    Skarholm/T1/W1/TC1",
        "F01CTRL/GGIO1.Ind1.stVal,       Skarholm/K1/F01", // not named itself: all named nodes of F01 are in that bay
    })
    void aNodeBelongsToAPartOfTheSite(String reference, String path) {
        assertThat(attribute(STATION, reference).node().place().map(SitePart::path))
                .contains(path);
    }

    @Test
    void theNetworkHasSubnetworksAddressesAndPlugs() {
        assertThat(STATION.subnetworks()).extracting(Subnetwork::name).containsExactly("station-bus", "process-bus");
        assertThat(STATION.subnetworks().get(0).bitRate()).isEqualTo("100 Mb/s");
        assertThat(STATION.subnetworks().get(0).members()).hasSize(6);
        assertThat(ied("F01").connectedAccessPoint().orElseThrow().physicalConnections())
                .containsEntry("Connection", Map.of("Plug", "LC", "Type", "FOC", "Port", "1"));
        LogicalNode unit = ied("M01").nodes().get(0);
        assertThat(unit.sampledValueControls()).singleElement().satisfies(stream -> {
            assertThat(stream.streamId()).isEqualTo("M01-phases");
            assertThat(stream.sampleRate()).isEqualTo("80");
            assertThat(stream.samplesPerMessage()).isEqualTo(1);
            assertThat(stream.receivers()).containsExactly("T01");
            assertThat(stream.address().orElseThrow()).contains(entry("APPID", "4001"), entry("VLAN-ID", "00B"));
        });
    }

    @Test
    void anIedSaysWhatItCanDoAndWhereItIsReached() {
        Ied relay = ied("T01");
        assertThat(relay.services().limit("ConfDataSet", "maxAttributes")).hasValue(40);
        assertThat(relay.services().offers("GOOSE")).isTrue();
        assertThat(relay.services().offers("FileHandling")).isFalse();
        assertThat(relay.accessPoint("AP1").orElseThrow().hasServer()).isTrue();
        assertThat(relay.accessPoint("AP2").orElseThrow().serverAt()).contains("AP1");
        assertThat(relay.accessPoint("AP2")
                        .orElseThrow()
                        .connection()
                        .orElseThrow()
                        .subnetwork())
                .isEqualTo("process-bus");
        assertThat(ied("GW1").accessPoint("AP1").orElseThrow().clientNodes())
                .extracting(LogicalNode::name)
                .containsExactly("ITCI1");
        assertThat(ied("F01").nodes().get(0).reportControls().get(0).reservedFor())
                .containsExactly("GW1");
        LogicalNode protection = relay.logicalDevices().get(0).nodes().get(0);
        assertThat(protection.settingGroups().orElseThrow().count()).isEqualTo(2);
        assertThat(protection.controlBlocks()).hasSize(2);
        assertThat(protection.gooseControls())
                .extracting(GooseControl::receivers)
                .containsExactly(List.of("S01"));
    }

    @Test
    void inputsAreBoundOrPrepared() {
        List<ExternalReference> bound = ied("T01").nodes().get(0).inputs();
        assertThat(bound).hasSize(7).allMatch(ExternalReference::isBound);
        ExternalReference first = bound.get(0);
        assertThat(first.sourceNode() + "." + first.sourcePath()).isEqualTo("PROT/PTOC1.Str.general");
        assertThat(first.controlBlockNode() + " " + first.controlBlock()).isEqualTo("PROT/LLN0 trips_out");
        ExternalReference later = demo("tp4.icd")
                .ied("TEMPLATE")
                .orElseThrow()
                .nodes()
                .get(0)
                .inputs()
                .get(0);
        assertThat(later.isBound()).isFalse();
        assertThat(later.expected()).contains("PTOC.BlkPro.stVal");
        assertThat(later.expectedService()).isEqualTo("GOOSE");
        assertThat(later.internalAddress()).isEqualTo("block-1");
    }

    @Test
    void valuesHaveGroupsKindsAndDefaults() {
        DataAttribute pickUp = attribute(STATION, "T01PROT/PTOC1.StrVal.setMag.f");
        assertThat(pickUp.valuesByGroup()).containsExactly(entry(1, "820"), entry(2, "760"));
        DataAttribute rated = attribute(STATION, "M01MU/I1TCTR1.ARtg.setMag.f");
        assertThat(rated.value()).contains("600");
        assertThat(rated.valueKind())
                .as("the whole attribute says it, not its part")
                .isEqualTo(ValueKind.SETTING);
        DataAttribute longest = attribute(STATION, "F01PROT/PTOC1.OpDlTmms.maxVal");
        assertThat(longest.value()).as("default of the type").contains("60000");
    }

    /** The count names numHar beside it: 5 by default in the type, 7 in T01's own instance, so elements 0 to 6. */
    @Test
    void anArrayIsAsLongAsTheAttributeThatItsCountNames() {
        assertThat(ied("T01").attributeAt("T01MEAS/MHAI1.HRmsA.har(6).mag.f")).isPresent();
        assertThat(ied("T01").attributeAt("T01MEAS/MHAI1.HRmsA.har(7).mag.f")).isEmpty();
        SclFile without = changed("skarholm.scd", "s.scd", "<DAI name=\"numHar\"><Val>7</Val></DAI>", "");
        Ied relay = without.ied("T01").orElseThrow();
        assertThat(relay.attributeAt("T01MEAS/MHAI1.HRmsA.har(4).mag.f")).isPresent();
        assertThat(relay.attributeAt("T01MEAS/MHAI1.HRmsA.har(5).mag.f")).isEmpty();
    }

    @Test
    void whatMakersAddIsKept() {
        PlainElement own = ied("T01").privateElements().get(0);
        assertThat(own.attribute("type")).contains("Tarnholt-order");
        assertThat(own.writtenAttributes()).containsEntry("{http://tarnholt.example/scl/2026}shelf", "2");
        PlainElement code = own.elements().get(0);
        assertThat(code.name()).isEqualTo("{http://tarnholt.example/scl/2026}OrderCode");
        assertThat(code.text()).isEqualTo("TP4-33-D2-S");
    }

    /** Forms of edition 2003: a prefix for the namespace, INS and INC for enumerations, IEDName as text alone, GSSE. */
    @Test
    void edition2003HasItsOwnForms() {
        SclFile file = changed(
                "nb2.icd",
                "nb2.icd",
                "<scl:GSEControl ([^>]*)type=\"GOOSE\"([^>]*)/>",
                "<scl:GSEControl $1type=\"GSSE\"$2><scl:IEDName>X1</scl:IEDName></scl:GSEControl>");
        assertThat(file.edition()).isEqualTo("2003");
        Ied ied = file.ied("TEMPLATE").orElseThrow();
        assertThat(ied.maker()).isEqualTo("Novling");
        assertThat(ied.nodes().get(0).gooseControls()).singleElement().satisfies(message -> {
            assertThat(message.isGsse()).isTrue();
            assertThat(message.receivers()).containsExactly("X1");
        });
        DataAttribute mode = attribute(file, "TEMPLATEBAY/LLN0.Mod.stVal");
        assertThat(mode.innerClass()).isEqualTo("INC");
        assertThat(mode.enumeration()).containsEntry("5", "off");
        assertThat(FileCheck.check(file).isSound()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "skarholm.scd, s.scd, x, x, SCD",
        "F01.cid, F01.cid, x, x, CID",
        "F01.cid, F01.iid, x, x, IID",
        "F01.cid, small.scd, <Communication>, <Substation name=\"S\"/><Communication>, SCD",
        "tp4.icd, tp4.icd, x, x, ICD",
        "F01.cid, made.icd, (?s)<Communication>.*</Communication>, '', ICD",
        "skarholm.scd, spec.ssd, (?s)<IED .*</IED>, '', SSD",
        "skarholm.scd, s.sed, <IED name=\"F01\", <IED engRight=\"dataflow\" name=\"F01\", SED"
    })
    void aFileSaysWhatItCanBeUsedFor(String from, String name, String part, String instead, FileKind kind) {
        SclFile file =
                part.equals("x") ? changed(from, name, "<Header", "<Header ") : changed(from, name, part, instead);
        assertThat(file.kind()).isEqualTo(kind);
        assertThat(kind.use()).isNotBlank();
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "ISO-8859-1"})
    void theStationReadsAlikeInEveryEncoding(String name) throws IOException {
        String text = Files.readString(Path.of("../demo/skarholm.scd"));
        String declared = text.replace("encoding=\"UTF-8\"", "encoding=\"" + name.replaceAll("[LB]E$", "") + "\"");
        byte[] octets = ((name.startsWith("UTF") ? "\uFEFF" : "") + declared).getBytes(Charset.forName(name));
        SclFile file = new SclReader().read(octets, "skarholm.scd");
        assertThat(file.elementCount()).isEqualTo(STATION.elementCount());
        assertThat(attribute(file, "T01CTRL/SIML1.Tmp.units.SIUnit").value()).contains("°C");
        assertThat(file.ied("T01").orElseThrow().position().line())
                .isEqualTo(ied("T01").position().line());
    }

    @Test
    void positionsHaveLineAndColumn() throws IOException {
        List<String> lines = Files.readAllLines(Path.of("../demo/skarholm.scd"));
        for (Ied ied : STATION.ieds()) {
            String line = lines.get(ied.position().line() - 1);
            assertThat(line.substring(ied.position().column() - 1)).startsWith("<IED name=\"" + ied.name());
        }
    }
}
