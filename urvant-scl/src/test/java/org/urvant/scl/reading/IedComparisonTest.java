package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.compare.Comparison;
import org.urvant.scl.FileComparison;
import org.urvant.scl.Ied;
import org.urvant.scl.IedComparison;
import org.urvant.scl.IedDifference;
import org.urvant.scl.SclFile;

class IedComparisonTest {
    private static final String TEXT = demo();
    private static final Ied KNOWN = ied(TEXT);

    private static String demo() {
        try {
            return Files.readString(Path.of("../demo/F01.cid"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Ied ied(String text) {
        return new SclReader()
                .read(text.getBytes(StandardCharsets.UTF_8), "F01.cid")
                .ieds()
                .get(0);
    }

    private static String shown(IedDifference difference) {
        return difference.part().word() + " " + difference.change().word() + ": " + difference.what() + " "
                + difference.before() + " → " + difference.after();
    }

    /** Columns: what is replaced, by what, all that is said; several differences are separated by semicolons. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            <P type="IP">192.0.2.11       | <P type="IP">192.0.2.21     | address changed: F01 AP1 on station-bus IP 192.0.2.11 → 192.0.2.21
            >01-0C-CD-01-00-11<           | >01-0C-CD-01-00-12<         | message-address changed: F01 AP1 on station-bus GOOSE PROT/trips_out MAC-Address 01-0C-CD-01-00-11 → 01-0C-CD-01-00-12
            <P type="APPID">0011          | <P type="APPID">0012        | message-address changed: F01 AP1 on station-bus GOOSE PROT/trips_out APPID 0011 → 0012
            <P type="VLAN-ID">00A         | <P type="VLAN-ID">00B       | message-address changed: F01 AP1 on station-bus GOOSE PROT/trips_out VLAN-ID 00A → 00B
            bufTime="50"                  | bufTime="60"                | report changed: F01 AP1 CTRL/LLN0 report status bufTime 50 → 60
            datSet="status" confRev="1"   | datSet="status" confRev="2" | revision changed: F01 AP1 CTRL/LLN0 report status confRev 1 → 2
            <RptEnabled max="3"/>         | <RptEnabled max="2"/>       | report changed: F01 AP1 CTRL/LLN0 report status RptEnabled max 3 → 2
            gi="true"/>                   | />                          | report changed: F01 AP1 CTRL/LLN0 report status TrgOps gi true →
            intAddr="busbar-earthed" serv | intAddr="other" serv        | input added: F01 AP1 CTRL/LLN0 input other  → F02 CTRL XSWI 3 Pos stVal other Report XSWI Pos Busbar earthing switch of the neighbour; input removed: F01 AP1 CTRL/LLN0 input busbar-earthed F02 CTRL XSWI 3 Pos stVal busbar-earthed Report XSWI Pos Busbar earthing switch of the neighbour →
            <ConfDataSet max="8"          | <ConfDataSet max="9"        | service changed: F01 Services ConfDataSet max 8 → 9
            numOfSGs="4" actSG="1"        | numOfSGs="4" actSG="2"      | setting-groups changed: F01 AP1 PROT/LLN0 setting groups actSG 1 → 2
            <Val sGroup="2">360           | <Val sGroup="2">350         | value changed: F01 AP1 PROT/PTOC1.StrVal.setMag.f group 2 360 → 350
            desc="Breaker position"       | desc="Position"             | description changed: F01 AP1 CTRL/XCBR1.Pos desc Breaker position → Position
            configVersion="2.0"           | configVersion="2.1"         | identity changed: F01 configVersion 2.0 → 2.1
            <Hitem version="1"            | <Hitem version="0"          | ~~
            """)
    void aDifferenceIsNamedWithWhatItBelongsTo(String from, String to, String said) {
        assertThat(TEXT).contains(from);
        List<String> found =
                IedComparison.of(KNOWN, ied(TEXT.replaceFirst(Pattern.quote(from), Matcher.quoteReplacement(to))))
                        .stream()
                        .map(IedComparisonTest::shown)
                        .map(String::strip)
                        .toList();
        assertThat(found).containsExactlyElementsOf(said.isEmpty() ? List.of() : List.of(said.split("; ")));
    }

    /** The order of a dataset is the order on the wire; a member that goes is another matter. */
    @Test
    void membersOfADatasetAreTold() {
        String first = "<FCDA ldInst=\"CTRL\" lnClass=\"XCBR\" lnInst=\"1\" doName=\"Pos\" fc=\"ST\"/>\n";
        String second = "<FCDA ldInst=\"CTRL\" lnClass=\"XSWI\" lnInst=\"1\" doName=\"Pos\" fc=\"ST\"/>\n";
        String blanks = "              ";
        assertThat(TEXT).contains(first + blanks + second);
        String swapped = TEXT.replace(first + blanks + second, second + blanks + first);
        assertThat(IedComparison.of(KNOWN, ied(swapped)))
                .extracting(IedComparisonTest::shown)
                .containsExactly("dataset changed: F01 AP1 CTRL/LLN0 dataset status order, from member 1 on "
                        + "CTRL XCBR 1 Pos ST → CTRL XSWI 1 Pos ST");
        String shorter = TEXT.replace(blanks + second, "");
        assertThat(IedComparison.of(KNOWN, ied(shorter)))
                .extracting(IedComparisonTest::shown)
                .containsExactly("dataset removed: F01 AP1 CTRL/LLN0 dataset status member CTRL XSWI 1 Pos ST → ");
    }

    @Test
    void dataThatComesGoesOrIsOfAnotherTypeIsTold() {
        String other = TEXT.replace("<DO name=\"SupWh\" type=\"MF7_BCR\"/>", "<DO name=\"TotWh\" type=\"MF7_BCR\"/>");
        assertThat(IedComparison.of(KNOWN, ied(other)))
                .filteredOn(difference -> difference.part() == IedDifference.Part.DATA)
                .extracting(difference -> difference.change() + " " + difference.what())
                .contains("ADDED F01MEAS/MMTR1.TotWh.actVal", "REMOVED F01MEAS/MMTR1.SupWh.actVal");
        String renamed = TEXT.replace("MF7_BCR", "MF7_BCR_2");
        assertThat(IedComparison.of(KNOWN, ied(renamed)))
                .as("names of types are the maker's own")
                .isEmpty();
    }

    /** Same only when all of it is the same: whatever value in the IED and its network is another one is told. */
    @Property(tries = 150)
    void noValueChangesUnsaid(@ForAll long seed) {
        List<int[]> values = new ArrayList<>();
        Matcher matcher = Pattern.compile("[ \"]([A-Za-z]+)=\"([^\"]*)\"").matcher(TEXT);
        int start = TEXT.indexOf("<ConnectedAP");
        int end = TEXT.indexOf("</IED>");
        while (matcher.find()) {
            boolean isCounted = matcher.start() > start && matcher.start() < end;
            if (isCounted && !matcher.group(1).matches("lnType|iedName|apName|xmlns")) {
                values.add(new int[] {matcher.start(2), matcher.end(2)});
            }
        }
        int[] value = values.get(new Random(seed).nextInt(values.size()));
        String changed = TEXT.substring(0, value[1]) + "9" + TEXT.substring(value[1]);
        Ied newer = ied(changed);
        assertThat(IedComparison.of(KNOWN, newer))
                .as(TEXT.substring(Math.max(0, value[0] - 60), value[1]))
                .isNotEmpty();
        assertThat(IedComparison.of(newer, ied(changed.replace(">\n", ">\n\n "))))
                .isEmpty();
    }

    /** Columns: what is replaced in the second file, by what, all that differs; F02 for F01 throughout is a renamed IED. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            id="Skarholm F01"  | id="Skarholm F01b" | header.id
            confRev="10001"    | confRev="10001"    |
            IED name="F01"     | IED name="F09"     | ieds.F09
            """)
    void twoFilesAreOneTree(String from, String to, String expected) {
        SclFile left = KNOWN.file();
        SclFile right = ied(TEXT.replace(from, to)).file();
        List<String> paths = FileComparison.of(left, right).leaves().stream()
                .map(Comparison.Placed::path)
                .toList();
        if (expected == null) {
            assertThat(paths).isEmpty();
        } else {
            assertThat(paths).contains(expected);
        }
    }
}
