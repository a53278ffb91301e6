package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UrvantException;
import org.urvant.scl.Ied;
import org.urvant.scl.SclRules;

/** What nobody would write, but somebody may send. */
class HostileSclTest {
    private static final String OPEN = "<SCL xmlns='http://www.iec.ch/61850/2003/SCL' version='2007' revision='B'>";
    private static final String STATION = station();

    private static String station() {
        try {
            return Files.readString(Path.of("../demo/skarholm.scd"));
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static SclImport read(String text) {
        return SclImport.of(text.getBytes(StandardCharsets.UTF_8), "hostile.scd");
    }

    private static String node(String types) {
        return OPEN + "<IED name='A'><AccessPoint name='P'><Server><LDevice inst='L'>"
                + "<LN0 lnClass='LLN0' inst='' lnType='N'/></LDevice></Server></AccessPoint></IED><DataTypeTemplates>"
                + "<LNodeType id='N' lnClass='LLN0'><DO name='A' type='T0'/></LNodeType>" + types
                + "</DataTypeTemplates></SCL>";
    }

    @ParameterizedTest
    @CsvSource({"10000, element depth", "1000000, number of attributes", "20000, number of different attribute names"})
    void whatGrowsWithoutEndMeetsALimit(int number, String limit) {
        String text =
                switch (limit) {
                    case "element depth" -> OPEN + "<Private>".repeat(number);
                    case "number of attributes" ->
                        OPEN
                                + IntStream.range(0, number)
                                        .mapToObj(i -> " a" + i + "=''")
                                        .collect(Collectors.joining("", "<P", "/></SCL>"));
                    default ->
                        OPEN
                                + IntStream.range(0, number)
                                        .mapToObj(i -> "<P a" + i + "=''/>")
                                        .collect(Collectors.joining())
                                + "</SCL>";
                };
        assertThatThrownBy(() -> read(text)).isInstanceOfSatisfying(LimitExceededException.class, mistake -> {
            assertThat(mistake.getMessage()).contains(limit);
            assertThat(mistake.position().orElseThrow().line()).isPositive();
        });
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <!DOCTYPE SCL [<!ENTITY a "b"><!ENTITY c "&a;&a;">]><SCL xmlns='http://www.iec.ch/61850/2003/SCL'>&c;</SCL> | document type
            <SCL xmlns='http://www.iec.ch/61850/2003/SCL'><P>&bomb;</P></SCL> | bomb
            <SCL xmlns='http://www.iec.ch/61850/2006/SCL'/>                   | expected 'SCL' of http://www.iec.ch/61850/2003/SCL
            <SCL/>                                                            | expected 'SCL'
            <IED xmlns='http://www.iec.ch/61850/2003/SCL'/>                   | root element is 'IED'
            """)
    void whatIsNoSclIsRefusedWithItsPlace(String text, String found) {
        assertThatThrownBy(() -> read(text)).isInstanceOfSatisfying(MalformedInputException.class, mistake -> {
            assertThat(mistake.placedMessage()).startsWith("hostile.scd:1:").contains(found);
            assertThat(mistake.remedy()).isNotBlank();
        });
    }

    /** Each type holds the next one ten times: 10^20 attributes, if anybody unfolded them. */
    @Test
    void typesThatUnfoldWithoutEndAreCutOff() {
        String types = IntStream.range(0, 20)
                .mapToObj(i -> IntStream.range(0, 10)
                        .mapToObj(part -> "<SDO name='s" + part + "' type='T" + (i + 1) + "'/>")
                        .collect(Collectors.joining("", "<DOType id='T" + i + "' cdc='SPS'>", "</DOType>")))
                .collect(Collectors.joining());
        Assertions.assertThat(
                        org.junit.jupiter.api.Assertions.assertTimeout(Duration.ofSeconds(20), () -> read(node(types))))
                .satisfies(read -> assertThat(read.index().signalCount()).isLessThan(200_000));
    }

    @ParameterizedTest
    @CsvSource({"1", "2", "30"})
    void typesThatContainThemselvesAreFound(int length) {
        String types = IntStream.range(0, length)
                .mapToObj(i ->
                        "<DOType id='T" + i + "' cdc='SPS'><SDO name='s' type='T" + (i + 1) % length + "'/></DOType>")
                .collect(Collectors.joining());
        SclImport read = read(node(types));
        assertThat(read.check().findings()).anyMatch(finding -> finding.rule() == SclRules.TYPE_CIRCLE);
        assertThat(read.check().unsoundIeds()).containsExactly("A");
        assertThat(read.index().signalCount()).isZero();
    }

    @Test
    void twoIedsOfOneNameAreToldThoughTheirNodesDiffer() throws IOException {
        String text = Files.readString(Path.of("../demo/F01.cid"));
        int begin = text.indexOf("<IED ");
        int end = text.indexOf("</IED>") + "</IED>".length();
        String second =
                text.substring(begin, end).replace("lnClass=\"XCBR\" inst=\"1\"", "lnClass=\"XCBR\" inst=\"77\"");
        assertThat(second).isNotEqualTo(text.substring(begin, end));
        SclImport read = SclImport.of(
                (text.substring(0, end) + second + text.substring(end)).getBytes(StandardCharsets.UTF_8), "F01.cid");
        assertThat(read.check().findings())
                .extracting(finding -> finding.rule().id())
                .contains("duplicate-element");
    }

    @Test
    void aLongAddressIsNoneAtOnce() throws IOException {
        String text = Files.readString(Path.of("../demo/F01.cid"));
        String address = "0:".repeat(200_000) + "x";
        SclImport read = SclImport.of(
                text.replace(">192.0.2.11<", ">" + address + "<").getBytes(StandardCharsets.UTF_8), "F01.cid");
        assertThat(read.check().findings())
                .extracting(finding -> finding.rule().id())
                .contains("address-out-of-range");
    }

    @Test
    void lengthsOfArraysAreBounded() {
        String types =
                "<DOType id='T0' cdc='HMV'><DA name='har' bType='FLOAT32' fc='MX' count='999999999999999999999'/>"
                        + "<DA name='few' bType='FLOAT32' fc='MX' count='numHar'/><DA name='numHar' bType='INT16U' fc='CF'>"
                        + "<Val>4000000000</Val></DA></DOType>";
        assertThat(read(node(types)).index().signalCount()).isLessThan(11_000);
    }

    @Test
    void aStationCutAtAnyKilobyteIsRefused() {
        byte[] whole = STATION.getBytes(StandardCharsets.UTF_8);
        for (int length = 0; length < whole.length - 10; length += 1024) {
            byte[] cut = Arrays.copyOf(whole, length);
            assertThatThrownBy(() -> SclImport.of(cut, "cut.scd"))
                    .isInstanceOfSatisfying(
                            MalformedInputException.class,
                            mistake -> assertThat(mistake.placedMessage()).startsWith("cut.scd"));
        }
    }

    /** A letter of a sound file changed, or a stretch of it doubled or taken out: read with findings, or refused. */
    @Property(tries = 400)
    void aDamagedStationIsReadOrRefusedButNeverBreaksTheReader(
            @ForAll @IntRange(max = 120_000) int at, @ForAll @IntRange(max = 300) int length, @ForAll byte octet) {
        byte[] octets = STATION.getBytes(StandardCharsets.UTF_8);
        int from = Math.min(at, octets.length - 1);
        byte[] damaged;
        if (length == 0) {
            damaged = octets.clone();
            damaged[from] = octet;
        } else {
            String text = STATION;
            int end = Math.min(text.length(), from + length);
            String stretch = text.substring(Math.min(from, end), end);
            String other = octet % 2 == 0 ? "" : stretch + stretch;
            damaged = (text.substring(0, Math.min(from, end)) + other + text.substring(end))
                    .getBytes(StandardCharsets.UTF_8);
        }
        try {
            SclImport read = SclImport.of(damaged, "damaged.scd");
            assertThat(read.index().ieds()).hasSameSizeAs(read.file().ieds());
            assertThat(read.file().ieds()).extracting(Ied::position).doesNotContainNull();
        } catch (UrvantException e) {
            assertThat(e.remedy()).isNotBlank();
        }
    }
}
