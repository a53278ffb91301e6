package org.urvant.scl;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;

/** IEDs held against each other, in files made from sketches. */
class RelayCheckTest {
    private static final String TYPES =
            """
            DataTypeTemplates
              LNodeType id=N lnClass=LLN0
                DO name=Mod type=S
              LNodeType id=X lnClass=XCBR
                DO name=Pos type=P
              LNodeType id=C lnClass=CILO
                DO name=EnaOpn type=S
              DOType id=S cdc=SPS
                DA name=stVal bType=BOOLEAN fc=ST
              DOType id=P cdc=DPC
                DA name=stVal bType=Dbpos fc=ST
                DA name=q bType=Quality fc=ST
            """;

    /** An IED that sends its breaker position, and takes that of another one. */
    private static String ied(String name, String other, int application, String identifier) {
        return """
            IED name=%1$s type=T manufacturer=M
              AccessPoint name=P
                Server
                  LDevice inst=L
                    LN0 lnClass=LLN0 inst= lnType=N
                      DataSet name=pos
                        FCDA ldInst=L lnClass=XCBR lnInst=1 doName=Pos daName=stVal fc=ST
                      GSEControl name=out datSet=pos appID=%4$s confRev=1
                      Inputs
                        ExtRef iedName=%2$s ldInst=L lnClass=XCBR lnInst=1 doName=Pos daName=stVal serviceType=GOOSE srcLDInst=L srcLNClass=LLN0 srcCBName=out
                    LN lnClass=XCBR inst=1 lnType=X
            """
                .formatted(name, other, application, identifier);
    }

    private static String address(String name, String mac, String application, String ip) {
        return """
                ConnectedAP iedName=%1$s apName=P
                  Address
                    P type=IP : %4$s
                  GSE ldInst=L cbName=out
                    Address
                      P type=MAC-Address : %2$s
                      P type=APPID : %3$s
            """
                .formatted(name, mac, application, ip);
    }

    private static String pair() {
        return "Communication\n  SubNetwork name=bus type=8-MMS\n"
                + address("A", "01-0C-CD-01-00-01", "0001", "192.0.2.1")
                + address("B", "01-0C-CD-01-00-02", "0002", "192.0.2.2")
                + ied("A", "B", 1, "A-pos") + ied("B", "A", 2, "B-pos") + TYPES;
    }

    private static List<Finding> check(String sketch) {
        List<Finding> found = new ArrayList<>();
        SclFile file = SclSketch.file("version=2007 revision=B", sketch);
        RelayCheck.check(file.ieds(), found::add);
        return found;
    }

    @Test
    void aPairThatExchangesItsPositionsHasNoFinding() {
        assertThat(check(pair())).isEmpty();
    }

    /** Columns: what stands in the sketch, what stands there instead, the rules that are broken. */
    @ParameterizedTest(name = "{0} → {1}: {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            01-0C-CD-01-00-02       | 01-0C-CD-01-00-01        | duplicate-mac
            APPID : 0002            | APPID : 0001             | duplicate-appid
            appID=B-pos             | appID=A-pos              | duplicate-goose-id
            IP : 192.0.2.2          | IP : 192.0.2.1           | duplicate-ip
            srcCBName=out           | srcCBName=in             | goose-no-publisher goose-unsubscribed
            ExtRef iedName=B        | ExtRef iedName=C         | goose-unsubscribed sender-absent
            01-0C-CD-01-00-02       | 01-0C-CD-01-00-03        | ''
            """)
    void whatTwoMayNotShareOrOneDoesNotSendIsFound(String from, String to, String rules) {
        String sketch = pair();
        assertThat(sketch).contains(from);
        List<Finding> found = check(sketch.replaceFirst(from, to));
        assertThat(found.stream().map(finding -> finding.rule().id()).distinct().sorted())
                .as("%s", found)
                .containsExactly(rules.isEmpty() ? new String[0] : rules.split(" "));
        assertThat(found).allSatisfy(finding -> {
            assertThat(finding.position().source()).isEqualTo("sketch.scd");
            assertThat(finding.position().line()).isPositive();
            assertThat(finding.remedy()).isNotBlank();
        });
    }

    @Test
    void theOneThatAnErrorConcernsIsNamed() {
        SclFile file = SclSketch.file("version=2007 revision=B", pair().replaceFirst("srcCBName=out", "srcCBName=in"));
        Set<String> unsound = RelayCheck.check(file.ieds(), finding -> {});
        assertThat(unsound).containsExactly("A");
        assertThat(RelayCheck.check(
                        SclSketch.file("version=2007 revision=B", pair()).ieds(), finding -> {}))
                .isEmpty();
    }

    /** A receiver that the sender's file lists counts as a taker, though its own file names no input. */
    @Test
    void aMessageIsTakenByAnInputOrByAListedReceiver() {
        String lonely = pair().replaceAll("(?m)^ +(Inputs|ExtRef.*)\\n", "");
        assertThat(check(lonely).stream().map(finding -> finding.rule().id()))
                .containsExactly("goose-unsubscribed", "goose-unsubscribed");
        String listed = lonely.replace(
                "confRev=1\n",
                "confRev=1\n            IEDName : B\n".replace("            ", "                        "));
        assertThat(check(listed).stream().map(finding -> finding.rule().id()).collect(Collectors.toSet()))
                .doesNotContain("goose-unsubscribed");
    }

    /** An IED that came along with another's file is a copy; what it says of the sender must be what the sender says. */
    @Test
    void aCopyOfAnotherRevisionIsFound() {
        SclFile now = SclSketch.file("version=2007 revision=B", pair().replaceFirst("confRev=1", "confRev=2"));
        SclFile then = SclSketch.file("version=2007 revision=B", pair());
        List<Finding> found = new ArrayList<>();
        RelayCheck.check(now.ieds(), List.of(then.ied("A").orElseThrow()), found::add);
        assertThat(found).extracting(finding -> finding.rule().id()).contains("goose-revision-differs");
        found.clear();
        RelayCheck.check(then.ieds(), List.of(then.ied("A").orElseThrow()), found::add);
        assertThat(found).isEmpty();
    }

    @Test
    void twoIedsOfOneNameAreCheckedAsOne() {
        List<Ied> twice = new ArrayList<>(
                SclSketch.file("version=2007 revision=B", pair()).ieds());
        twice.addAll(twice);
        List<Finding> found = new ArrayList<>();
        RelayCheck.check(twice, List.of(), found::add);
        assertThat(found).isEmpty();
    }
}
