package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.scl.reading.SclReader;

/** Of a large station people read how many there are of what, and each when they ask; what changed is always said. */
class LargeStationTest {
    private static final int IEDS = 60;
    private static final int BAYS = 400;

    @TempDir
    Path folder;

    private Terminal terminal;
    private Path station;

    @BeforeEach
    void aLargeStation() throws IOException {
        terminal = new Terminal(folder);
        terminal.ok("new large");
        terminal.go(folder.resolve("large"));
        station = folder.resolve("large.scd");
        Files.writeString(station, station("R1"));
    }

    /** @param last type of the last IED */
    private static String station(String last) {
        String bays = IntStream.range(0, BAYS)
                .mapToObj(i -> "<Bay name='B" + i + "'><ConductingEquipment name='QA1' type='CBR'/></Bay>")
                .collect(Collectors.joining());
        String ieds = IntStream.range(0, IEDS)
                .mapToObj(i -> "<IED name='I" + i + "' manufacturer='Marrowby' type='"
                        + (i == IEDS - 1 ? last : i % 2 == 0 ? "R1" : "R2")
                        + "'><AccessPoint name='P'><Server><Authentication/><LDevice inst='L'>"
                        + "<LN0 lnClass='LLN0' inst='' lnType='N'/></LDevice></Server></AccessPoint></IED>")
                .collect(Collectors.joining("\n"));
        return "<SCL xmlns='" + SclReader.NAMESPACE + "' version='2007' revision='B' release='4'><Header id='large'/>"
                + "<Substation name='S'><VoltageLevel name='K1'>" + bays + "</VoltageLevel></Substation>"
                + "<Communication><SubNetwork name='W'><ConnectedAP iedName='I0' apName='P'><Address>"
                + "<P type='IP'>192.0.2.5</P></Address></ConnectedAP></SubNetwork></Communication>" + ieds
                + "<DataTypeTemplates><LNodeType id='N' lnClass='LLN0'><DO name='Mod' type='M'/>"
                + "<DO name='Beh' type='M'/><DO name='Health' type='M'/><DO name='NamPlt' type='M'/></LNodeType>"
                + "<DOType id='M' cdc='ENS'><DA name='stVal' fc='ST' bType='INT32'/><DA name='q' fc='ST' bType='Quality'/>"
                + "<DA name='t' fc='ST' bType='Timestamp'/></DOType></DataTypeTemplates></SCL>";
    }

    @Test
    void iedsAreSummedUpByTypeAndNamedWhenAsked() throws IOException {
        assertThat(terminal.run("look", "../large.scd")).isLessThanOrEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out())
                .contains("60 IEDs; --all names each", "I0, I2, I4", "I1, I3, I5", "Marrowby R1", "Marrowby R2")
                .doesNotContain("I33 ");
        assertThat(terminal.run("look", "../large.scd", "--all")).isLessThanOrEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("I33 ", "I59 ").doesNotContain("names each");
        assertThat(terminal.run("import", "../large.scd", "--yes", "--keep-going"))
                .as(terminal.err())
                .isZero();
        assertThat(terminal.out()).contains("imported 60 IEDs").doesNotContain("I33");
        Path held = folder.resolve("large/sources/large.scd");
        String text = Files.readString(held);
        assertThat(terminal.run("import", "../large.scd", "--yes", "--keep-going"))
                .isZero();
        assertThat(terminal.out()).contains("the project has it already");
        Files.writeString(held, text.replace("'I33'", "'J33'"));
        assertThat(terminal.run("import", "../large.scd", "--yes", "--keep-going"))
                .isZero();
        assertThat(held).as("what was altered is restored").hasContent(text);
        Files.writeString(station, station("R3"));
        terminal.ok("import ../large.scd --dry-run --keep-going");
        assertThat(terminal.err()).contains("the files of the project stay as they are", "without --dry-run sources/");
        terminal.ok("explain I59L/LLN0.Mod.stVal");
        assertThat(terminal.out())
                .as("the project has what it had")
                .contains("R1")
                .doesNotContain("R3");
        assertThat(terminal.run("look", "../large.scd")).isLessThanOrEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("I59 ", "R1 → R3").doesNotContain("I33 ");
    }

    @Test
    void sitesAndWhatGoesAreSummedUpToo() throws IOException {
        String sites = IntStream.range(0, 30)
                .mapToObj(i -> "<Substation name='T" + i + "'/>")
                .collect(Collectors.joining());
        Files.writeString(station, Files.readString(station).replace("<Communication>", sites + "<Communication>"));
        assertThat(terminal.run("look", "../large.scd")).isLessThanOrEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("site: S, T0, T1 and 28 more, 400 bays");
        assertThat(terminal.run("look", "../large.scd", "--all")).isLessThanOrEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("T28, T29, 400 bays");
        assertThat(terminal.run("import", "../large.scd", "--yes", "--keep-going"))
                .isZero();
        terminal.ok("remove large.scd --dry-run");
        assertThat(terminal.out()).contains("IEDs that go: I0, I1, I2 and 57 more");
    }

    @Test
    void theSiteIsShownAsDeepAsItFits() {
        assertThat(terminal.run("import", "../large.scd", "--yes", "--keep-going"))
                .isZero();
        terminal.ok("site");
        assertThat(terminal.out().lines()).hasSize(2).last().asString().contains("K1", "800 parts");
        assertThat(terminal.err()).contains("802 parts in all");
        terminal.ok("site --all");
        assertThat(terminal.out().lines()).hasSize(802);
        terminal.ok("site S/K1/B7");
        assertThat(terminal.out()).contains("QA1");
    }

    /** The checks of large files are made on all cores; they find what is found in small ones, each thing once. */
    @Test
    void aLargeFileIsCheckedAsASmallOneIs() throws IOException {
        String small = Files.readString(station)
                .replaceFirst("name='QA1' type='CBR'", "name='QA1' type='CBS'")
                .replace("<DOType id='M'", "<DOType id='Z' cdc='SPS'/><DOType id='M'")
                .replace(
                        "<Bay name='B7'>",
                        "<Bay name='B7'><LNode iedName='I7' ldInst='L' lnClass='LLN0'/>"
                                + "<LNode iedName='I7' ldInst='L' lnClass='LLN0'/>");
        String large = small.replace(
                "<Header id='large'/>",
                "<Private type='pad'>" + "<p/>".repeat(100_001) + "</Private>\n<Header id='large'/>");
        String[] found = new String[2];
        for (String text : List.of(small, large)) {
            Files.writeString(station, text);
            assertThat(terminal.run("import", "../large.scd", "--yes", "--keep-going"))
                    .as(terminal.err())
                    .isZero();
            assertThat(terminal.run("check", "--all")).isLessThanOrEqualTo(Exit.DIFFERENT);
            found[text.equals(small) ? 0 : 1] = terminal.out().replaceAll(":\\d+:\\d+", "");
            assertThat(terminal.run("check", "--all")).as("what is kept").isLessThanOrEqualTo(Exit.DIFFERENT);
            assertThat(terminal.out().replaceAll(":\\d+:\\d+", "")).isEqualTo(found[text.equals(small) ? 0 : 1]);
        }
        assertThat(found[1]).isEqualTo(found[0]).contains("not-in-standard", "type-unused", "node-placed-twice");
    }
}
