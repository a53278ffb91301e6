package org.urvant.formats.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Severity;
import org.w3c.dom.Element;

/** What build servers read: keys and values as SARIF 2.1.0 (3.13 to 3.35) and the form of JUnit have them. */
class FindingFileTest {
    private static final Rule WRONG = rule("point-wrong", Severity.ERROR);
    private static final Rule ODD = rule("name-odd", Severity.WARNING);
    private static final List<Finding> FINDINGS = List.of(
            finding(WRONG, new Position("devices/Gate way.yaml", 7, 3), "the point \u001b[31m is < 1 & \"two\""),
            finding(ODD, Position.in("urvant.yaml"), "odd").withMuted("it is meant"),
            finding(ODD, new Position("logic/F11.st", 2, 0), "odd too"));

    private static Rule rule(String id, Severity severity) {
        return new Rule(id, severity, "N01", "what " + id + " means", Remedy.of("Mend it."));
    }

    private static Finding finding(Rule rule, Position position, String message) {
        return new Finding(rule, "GW1 " + message.length(), position, message, rule.remedy());
    }

    @ParameterizedTest
    @CsvSource({"false, 1", "true, 2"})
    void aBuildFailsForWhatIsWrongAndNotForWhatIsMuted(boolean isStrict, String failures) throws Exception {
        byte[] xml = FindingFile.of(FindingFile.Form.JUNIT, FINDINGS, isStrict, "1");
        Element suite = suite(xml);
        assertThat(suite.getAttribute("tests")).isEqualTo("3");
        assertThat(suite.getAttribute("failures")).isEqualTo(failures);
        assertThat(suite.getElementsByTagName("failure").getLength()).isEqualTo(Integer.parseInt(failures));
        assertThat(suite.getElementsByTagName("skipped").getLength()).isEqualTo(1);
        assertThat(suite.getElementsByTagName("failure").item(0).getTextContent())
                .startsWith("devices/Gate way.yaml:7:3: the point ?[31m is < 1 & \"two\"");
    }

    @Test
    void noFindingsAreATestThatPassed() throws Exception {
        Element suite = suite(FindingFile.of(FindingFile.Form.JUNIT, List.of(), true, "1"));
        assertThat(suite.getAttribute("tests")).isEqualTo("1");
        assertThat(suite.getElementsByTagName("testcase").getLength()).isEqualTo(1);
        assertThat(suite.getElementsByTagName("failure").getLength()).isZero();
    }

    private static Element suite(byte[] xml) throws Exception {
        return (Element) DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(xml))
                .getElementsByTagName("testsuite")
                .item(0);
    }

    @Test
    void sarifHasRulePlaceAndReason() {
        String text = new String(FindingFile.of(FindingFile.Form.SARIF, FINDINGS, false, "1.2"), StandardCharsets.UTF_8)
                .replaceAll("\\s+", "");
        assertThat(text)
                .contains("\"version\":\"2.1.0\"", "\"name\":\"urvant\",\"version\":\"1.2\"")
                .contains("\"ruleId\":\"point-wrong\",\"ruleIndex\":1,\"level\":\"error\"")
                .contains("\"uri\":\"devices/Gate%20way.yaml\"},\"region\":{\"startLine\":7,\"startColumn\":3}")
                .contains("\"uri\":\"urvant.yaml\"}},")
                .contains("\"suppressions\":[{\"kind\":\"external\",\"justification\":\"itismeant\"}]")
                .contains("\\u001B[31m");
        assertThat(text.split("\"ruleId\"")).hasSize(4);
    }

    @Test
    void anotherEndingIsRefused() {
        assertThatThrownBy(() -> FindingFile.Form.of("findings.txt"))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("findings.txt");
    }
}
