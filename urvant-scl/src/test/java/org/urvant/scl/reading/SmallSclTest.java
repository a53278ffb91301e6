package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Rule;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.Ied;
import org.urvant.scl.ReportControl;
import org.urvant.scl.SclRules;

/** Constructs that the demo's station does not have, each in a file of a few lines. */
class SmallSclTest {
    private static final String TYPES =
            """
            <DataTypeTemplates>
            <LNodeType id='ZERO' lnClass='LLN0'><DO name='Beh' type='INS'/><DO name='Mod' type='INS'/><DO name='Health' type='INS'/><DO name='NamPlt' type='INS'/></LNodeType>
            <LNodeType id='HAI' lnClass='MHAI'><DO name='Beh' type='INS'/><DO name='HA' type='HWYE'/><DO name='A' type='WYE'/></LNodeType>
            <LNodeType id='CT' lnClass='TCTR'><DO name='Beh' type='INS'/><DO name='%s' type='SAV'/></LNodeType>
            <LNodeType id='HMI' lnClass='IHMI'><DO name='Beh' type='INS'/></LNodeType>
            <DOType id='INS' cdc='INS'><DA name='stVal' bType='INT32' fc='ST'/><DA name='q' bType='Quality' fc='ST'/></DOType>
            <DOType id='SAV' cdc='SAV'><DA name='instMag' bType='Struct' type='AV' fc='MX'/></DOType>
            <DOType id='HWYE' cdc='HWYE'><SDO name='phsAHar' type='CMV' count='%s'/><DA name='numHar' bType='INT16U' fc='CF'/></DOType>
            <DOType id='WYE' cdc='WYE'><SDO name='phsA' type='CMV'/></DOType>
            <DOType id='CMV' cdc='CMV'><DA name='cVal' bType='Struct' type='V' fc='MX'/><DA name='instCVal' bType='Struct' type='V' fc='MX'/><DA name='q' bType='Quality' fc='MX'/></DOType>
            <DAType id='V'><BDA name='mag' bType='Struct' type='AV'/></DAType>
            <DAType id='AV'><BDA name='f' bType='FLOAT32'/></DAType>
            </DataTypeTemplates></SCL>
            """;

    private static SclImport read(String head, String nodes, String zero, String object, String count) {
        String text = "<SCL xmlns='http://www.iec.ch/61850/2003/SCL' " + head + "><IED name='H1'>"
                + "<AccessPoint name='P'><Server><LDevice inst='L'><LN0 lnClass='LLN0' inst='' lnType='ZERO'>" + zero
                + "</LN0><LN lnClass='MHAI' inst='1' lnType='HAI'/><LN lnClass='TCTR' inst='1' lnType='CT'/>"
                + "</LDevice></Server>" + nodes + "</AccessPoint></IED>" + TYPES.formatted(object, count);
        return SclImport.of(text.getBytes(StandardCharsets.UTF_8), "small.cid");
    }

    private static SclImport read(String zero) {
        return read("version='2007' revision='B' release='4'", "", zero, "AmpSv", "4");
    }

    private static Ied ied(SclImport read) {
        return read.file().ied("H1").orElseThrow();
    }

    private static List<String> messages(SclImport read, Rule rule) {
        return read.check().findings().stream()
                .filter(finding -> finding.rule() == rule)
                .map(Finding::message)
                .toList();
    }

    /** IEC 61850-6:2009, 9.3.7: ix chooses an element of the array that the path leads to or through, from 0. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            doName='HA.phsAHar' ix='2'               | HA.phsAHar(2).cVal.mag.f HA.phsAHar(2).instCVal.mag.f HA.phsAHar(2).q | -
            doName='HA.phsAHar' daName='cVal' ix='0' | HA.phsAHar(0).cVal.mag.f | -
            doName='HA.phsAHar' daName='q'           | HA.phsAHar(0).q HA.phsAHar(1).q HA.phsAHar(2).q HA.phsAHar(3).q | -
            doName='A.phsA' daName='cVal.mag'        | A.phsA.cVal.mag.f | -
            doName='A.phsA' daName='cVal' ix='1'     | A.phsA.cVal.mag.f | ix is '1', but A.phsA.cVal of L/MHAI1 is no array and in none
            doName='HA.phsAHar(2)' daName='q'        | HA.phsAHar(2).q | -
            doName='HA.phsAHar(9)' daName='q'        | -                 | L/MHAI1 has no HA.phsAHar(9).q
            doName='HA.phsAHar' daName='q' ix='4'    | -                 | ix is '4'; the array of HA.phsAHar.q of L/MHAI1 has elements 0 to 3
            doName='HA.phsAHar' daName='q' ix='x'    | HA.phsAHar(0).q HA.phsAHar(1).q HA.phsAHar(2).q HA.phsAHar(3).q | ix is 'x'
            """)
    void aMemberOfADatasetCanBeAnElementOfAnArray(String member, String carried, String mistake) {
        SclImport read =
                read("<DataSet name='S'><FCDA ldInst='L' lnClass='MHAI' lnInst='1' " + member + " fc='MX'/></DataSet>");
        DataSet set = ied(read).nodes().get(0).dataSets().get(0);
        assertThat(ied(read).nodes().get(1).attributes().stream()
                        .filter(set::carries)
                        .map(DataAttribute::path)
                        .collect(Collectors.joining(" ")))
                .isEqualTo(carried == null ? "" : carried);
        List<String> mistakes = messages(read, SclRules.MEMBER_MISSING);
        assertThat(mistakes).hasSize(mistake == null ? 0 : 1);
        assertThat(String.join("", mistakes)).contains(mistake == null ? "" : mistake);
    }

    /** IEC 61850-6:2009, 9.3.8: indexed is on unless switched off; a general interrogation likewise. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            buffered='true'                  | max='3' | <TrgOps dchg='true'/>        | 3 | true  | dchg gi  | -
            buffered='1'                     | max='3' | <TrgOps dchg='1' gi='0'/>    | 3 | true  | dchg     | -
            buffered='true' indexed='false'  | max='3' | <TrgOps gi='false'/>         | 1 | false | -        | asks for 3 instances; without index a buffered block has one
            buffered='false' indexed='false' | max='3' | -                            | 3 | false | gi       | -
            buffered='false'                 | max='120' | -                          | 99 | true | gi       | asks for 120 instances; 99 can be told apart
            """)
    void aReportSaysItsInstancesAndTriggers(
            String block,
            String most,
            String options,
            int instances,
            boolean indexed,
            String triggers,
            String mistake) {
        SclImport read = read("<ReportControl name='r' confRev='1' " + block + ">" + (options == null ? "" : options)
                + "<RptEnabled " + most + "/></ReportControl>");
        ReportControl report = ied(read).nodes().get(0).reportControls().get(0);
        assertThat(report.instances()).isEqualTo(instances);
        assertThat(report.isIndexed()).isEqualTo(indexed);
        assertThat(String.join(" ", report.triggers())).isEqualTo(triggers == null ? "" : triggers);
        assertThat(String.join("", messages(read, SclRules.REPORT_CLIENTS_EXCEEDED)))
                .contains(mistake == null ? "" : mistake)
                .hasSizeGreaterThanOrEqualTo(mistake == null ? 0 : 1);
    }

    /** IEC 61850-7-4:2003 names the samples of an instrument transformer Amp, the edition of 2010 AmpSv. */
    @ParameterizedTest
    @CsvSource({
        "version='2007' revision='B',AmpSv,true",
        "version='2007' revision='B',Amp,false",
        "'',Amp,true",
        "'',AmpSv,false"
    })
    void samplesHaveTheNameOfTheirEdition(String head, String object, boolean sound) {
        List<String> missing = messages(read(head, "", "", object, "4"), SclRules.OBJECT_MISSING).stream()
                .filter(message -> message.contains("of class TCTR lacks"))
                .filter(message -> message.contains("Amp"))
                .toList();
        assertThat(missing).hasSize(sound ? 0 : 1);
    }

    /** A node under an access point, outside any server: its type, its inputs. */
    @Test
    void nodesOfClientsAreCheckedToo() {
        String client = "<LN lnClass='IHMI' inst='1' lnType='%s'><Inputs><ExtRef iedName='H1' ldInst='L' lnClass='MHAI'"
                + " lnInst='1' doName='%s' serviceType='Report'/></Inputs></LN>";
        String head = "version='2007' revision='B'";
        SclImport sound = read(head, client.formatted("HMI", "A"), "", "AmpSv", "4");
        assertThat(ied(sound).clientNodes()).singleElement().satisfies(node -> {
            assertThat(node.name()).isEqualTo("IHMI1");
            assertThat(node.inputs()).hasSize(1);
        });
        assertThat(messages(sound, SclRules.SOURCE_DATA_MISSING)).isEmpty();
        SclImport wrong = read(head, client.formatted("HMIX", "Z"), "", "AmpSv", "4");
        assertThat(messages(wrong, SclRules.TYPE_MISSING))
                .anyMatch(text -> text.contains("LNodeType 'HMIX' of H1/IHMI1"));
        assertThat(messages(wrong, SclRules.SOURCE_DATA_MISSING)).anyMatch(text -> text.contains("has no Z"));
    }

    @ParameterizedTest
    @CsvSource({"-5,neither a number", "nope,neither a number", "10001,more than the 10000", "4,", "numHar,"})
    void theLengthOfAnArrayIsANumberOrNamesOne(String count, String mistake) {
        List<String> mistakes =
                messages(read("version='2007' revision='B'", "", "", "AmpSv", count), SclRules.ARRAY_LENGTH_WRONG);
        assertThat(mistakes).hasSize(mistake == null ? 0 : 1);
        assertThat(String.join("", mistakes))
                .contains(mistake == null ? "" : "'" + count + "' of phsAHar is ")
                .contains(mistake == null ? "" : mistake);
    }

    /** Arrays in arrays, in 500 types: 50 million attributes, if anybody unfolded them; said with the place, soon done. */
    @Test
    void typesThatUnfoldTooFarAreSaidWithTheirPlace() {
        String nodes = IntStream.range(0, 500)
                .mapToObj(i -> "<LN lnClass='GGIO' inst='" + i + "' lnType='N" + i + "'/>")
                .collect(Collectors.joining());
        String types = IntStream.range(0, 500)
                .mapToObj(i -> "<LNodeType id='N" + i + "' lnClass='GGIO'><DO name='Beh' type='D'/></LNodeType>")
                .collect(Collectors.joining());
        String text = "<SCL xmlns='http://www.iec.ch/61850/2003/SCL' version='2007' revision='B'><IED name='B1'>"
                + "<AccessPoint name='P'><Server><LDevice inst='L'><LN0 lnClass='LLN0' inst='' lnType='N0'/>" + nodes
                + "</LDevice></Server></AccessPoint></IED><DataTypeTemplates>" + types
                + "<DOType id='D' cdc='INS'><SDO name='a' type='E' count='9999'/></DOType>"
                + "<DOType id='E' cdc='INS'><DA name='b' bType='INT32' fc='ST' count='9999'/></DOType>"
                + "</DataTypeTemplates></SCL>";
        SclImport read = SclImport.of(text.getBytes(StandardCharsets.UTF_8), "big.cid");
        assertThat(read.check().unsoundIeds()).containsExactly("B1");
        assertThat(read.check().findings().stream().filter(finding -> finding.rule() == SclRules.TYPE_TOO_LARGE))
                .isNotEmpty()
                .allSatisfy(finding -> {
                    assertThat(finding.position().line()).isEqualTo(1);
                    assertThat(finding.position().column()).isPositive();
                    assertThat(finding.message()).contains("unfolds too far at");
                });
    }

    /**
     * The greatest GOOSE message of a dataset of 8 whole numbers with quality (IEC 61850-8-1:2011, A.1): each member a structure
     * of INT32 (6) and quality (5) with 2 before, 13; data 104 + 2; references of 12 and 6 + 2 each, the identifier twice; the
     * rest 7 + 10 + 21 + 6 + 5. Then the head of the PDU and of the frame.
     */
    @Test
    void aMessageIsMeasuredWithTagsAndLengths() {
        String members = "<FCDA ldInst='L' lnClass='MHAI' lnInst='1' doName='Beh' fc='ST'/>".repeat(120);
        SclImport read =
                read("<DataSet name='S'>" + members + "</DataSet><GSEControl name='g' datSet='S' appID='id'/>");
        int data = 120 * 13;
        int content = 2
                + "H1L/LLN0.GO.g".length()
                + 7
                + 2
                + "H1L/LLN0.S".length()
                + 2
                + "id".length()
                + 10
                + 21
                + 6
                + 5
                + 4
                + data;
        assertThat(messages(read, SclRules.DATASET_TOO_LARGE)).singleElement().satisfies(text -> assertThat(text)
                .contains("needs up to " + (8 + 4 + content) + " bytes in one message of H1L/LLN0.GO.g"));
    }
}
