package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.scl.FileComparison;
import org.urvant.scl.SclFile;

/** Differences between two states of the demo's station, taken over into one of them. */
class SclTakingTest {
    private static final String STATION = demo("skarholm.scd");
    private static final List<MatchResult> VALUES = Pattern.compile(" \\w+=\"([^\"]*)\"")
            .matcher(STATION)
            .results()
            .filter(found -> found.start() > STATION.indexOf("<Header"))
            .toList();

    private static String demo(String name) {
        try {
            Charset charset = name.startsWith("nb2") ? StandardCharsets.ISO_8859_1 : StandardCharsets.UTF_8;
            return Files.readString(Path.of("../demo").resolve(name), charset)
                    .replaceFirst("encoding=\"[^\"]*\"", "encoding=\"UTF-8\"");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static SclTaking.Input input(String text, String name) {
        return new SclTaking.Input(text.getBytes(StandardCharsets.UTF_8), name);
    }

    private static SclTaking taking(String into, String from, String... patterns) {
        return SclTaking.plan(input(into, "into.scd"), input(from, "from.scd"), List.of(patterns), "merged.scd");
    }

    private static String text(SclTaking plan) {
        return new String(plan.content(), StandardCharsets.UTF_8);
    }

    private static SclFile read(String text) {
        return new SclReader().read(text.getBytes(StandardCharsets.UTF_8), "station.scd");
    }

    private static List<String> paths(String one, String other) {
        return FileComparison.of(read(one), read(other)).leaves().stream()
                .map(Comparison.Placed::path)
                .toList();
    }

    /** Columns: what is replaced where it first stands, by what, and what is taken over then; there and back, letter by letter. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            version="3" revision="1"     | version="3" revision="2"                      | header.version
            >192.0.2.11<                 | >192.0.2.17<                                  | ieds.F01.address.*
            >4</MinTime>                 | >8</MinTime>                                  | ieds.F01.*
            desc="Feeder 3, station      | desc="&#216; Feeder 3 &amp; station           | ieds.F03.description.*
            dchg="true" qchg="true" period | dchg="true" period                           | ieds.F01.report.*qchg
            sGroup="1">480<              | sGroup="1">500<                               | *setMag.f group 1
            <IEDName>F02</IEDName>       | <IEDName>S01</IEDName>                        | ieds.F01.message.*
            name="QA1" type="CBR"        | name="QA1" type="DIS"                         | site.*
            multiplier="k">33<           | multiplier="M">33<                            | site.*
            <BitRate unit="b/s" multiplier="M">100< | <BitRate unit="b/s" multiplier="M">1000< | subnetworks.station-bus
            doName="Health" fc="ST"/>    | doName="Beh" fc="ST"/>                        | *dataset*
            """)
    void aDifferenceGoesOverInEitherDirection(String from, String to, String pattern) {
        assertThat(STATION).contains(from);
        String other = STATION.replaceFirst(Pattern.quote(from), to);
        SclTaking there = taking(STATION, other, pattern);
        assertThat(text(there)).isEqualTo(other);
        assertThat(there.left()).isEmpty();
        SclTaking back = taking(other, STATION, pattern);
        assertThat(text(back)).isEqualTo(STATION);
        assertThat(back.taken()).isNotEmpty();
    }

    /** Elements that come and go; blanks around them may differ, and what is in the file does not. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            (?s)\\s*<IED name="S01".*?</IED> & (?s)\\s*<ConnectedAP iedName="S01".*?</ConnectedAP> | ieds.S01
            (?s)\\s*<ConnectedAP iedName="T01" apName="AP2".*?</ConnectedAP>                     | ieds.T01.address.*
            (?s)\\s*<ReportControl name="trips".*?</ReportControl>                               | ieds.F01.report.*
            (?s)\\s*<DataSet name="measurements".*?</DataSet>                                    | ieds.F01.dataset.*
            (?s)<IEDName>F02</IEDName>                                                           | ieds.F01.message.*
            (?s)\\s*<RptEnabled max="3">.*?</RptEnabled>                                         | ieds.F01.report.*
            (?s)\\s*<SubNetwork name="process-bus".*?</SubNetwork>                               | *process-bus*
            (?s)\\s*<Bay name="S01".*?</Bay>                                                     | site.*
            (?s)\\s*<LN lnClass="PTOC" inst="1".*?</LN>                                          | ieds.F01.structure.*
            """)
    void anElementComesWhereItBelongs(String removed, String pattern) {
        String without = STATION;
        for (String each : removed.split(" & ")) {
            without = without.replaceFirst(each, "");
        }
        assertThat(without).isNotEqualTo(STATION);
        SclTaking come = taking(without, STATION, pattern);
        assertThat(paths(text(come), STATION)).isEmpty();
        assertThat(text(come).replaceAll("\\s+", "")).isEqualTo(STATION.replaceAll("\\s+", ""));
        SclTaking gone = taking(STATION, without, pattern);
        assertThat(paths(text(gone), without)).isEmpty();
    }

    /** What goes over into one tag gives it an end tag. */
    @Test
    void oneTagIsOpened() {
        String empty = STATION.replaceFirst(
                "(?s)<DOI name=\"StrVal\" desc=\"Overcurrent pick-up value\">.*?</DOI>",
                "<DOI name=\"StrVal\" desc=\"Overcurrent pick-up value\"/>");
        SclTaking plan = taking(empty, STATION, "ieds.F01.value.*");
        assertThat(paths(text(plan), STATION)).isEmpty();
        assertThat(text(plan).replaceAll("\\s+", "")).isEqualTo(STATION.replaceAll("\\s+", ""));
    }

    /** A type that another node uses too stays as it is; what is alike is used again. */
    @Test
    void typesComeWithTheNodeThatNeedsThem() {
        String other = STATION.replaceFirst(
                "(?s)(<DOType id=\"MF7_DPC_status\".*?)<DA name=\"q\"",
                "$1<DA name=\"d\" bType=\"VisString255\" fc=\"DC\"/><DA name=\"q\"");
        SclTaking plan = taking(STATION, other, "ieds.F01.data.F01CTRL/XCBR1.Pos.d");
        String merged = text(plan);
        assertThat(merged)
                .contains(
                        "<LNodeType id=\"MF7_XCBR_2\"",
                        "<DOType id=\"MF7_DPC_status_2\"",
                        "<DO name=\"Pos\" type=\"MF7_DPC_status_2\"/>");
        assertThat(merged).doesNotContain("MF7_SPC_status_2", "MF7_XSWI_2");
        assertThat(paths(merged, STATION)).containsExactly("ieds.F01.data.F01CTRL/XCBR1.Pos.d");
        assertThat(taking(merged, other, "ieds.F02.data.F02CTRL/XCBR1.Pos.d").taken())
                .hasSize(1);
    }

    /** A name with letters that XML writes otherwise is the same name. */
    @Test
    void namesOfTypesMayHaveAnyLetters() {
        String named = STATION.replace("MF7_ACT\"", "MF7 &amp; &lt;ACT&gt;\"");
        String other = named.replaceFirst(
                "(?s)(<DOType id=\"MF7 &amp;[^>]*>)", "$1<DA name=\"d\" bType=\"VisString255\" fc=\"DC\"/>");
        SclTaking plan = taking(named, other, "ieds.F02.data.F02PROT/PTRC1.Tr.d");
        assertThat(text(plan))
                .contains("<DOType id=\"MF7 &amp; &lt;ACT>_2\"", "<DO name=\"Tr\" type=\"MF7 &amp; &lt;ACT>_2\"/>");
        assertThat(plan.left()).isEmpty();
    }

    @Test
    void whatBelongsTogetherIsSaid() {
        String other = STATION.replaceFirst("(?s)(<LNodeType id=\"MF7_XCBR\".*?)\\s*<DO name=\"OpCnt\"[^>]*>", "$1");
        SclTaking plan = taking(STATION, other, "ieds.F01.data.F01CTRL/XCBR1.OpCnt.stVal");
        assertThat(plan.taken()).hasSize(1);
        assertThat(plan.along())
                .extracting(Comparison.Placed::path)
                .containsExactly("ieds.F01.data.F01CTRL/XCBR1.OpCnt.q", "ieds.F01.data.F01CTRL/XCBR1.OpCnt.t");
        assertThat(plan.arisen()).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo("member-missing");
            assertThat(finding.position().source()).isEqualTo("merged.scd");
        });
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <IED name="T01"   | <IED name="T09"   | ieds.T09       | rename it in the tool that made the file
            version="2007" revision="B" release="4" | version="2007" revision="B" | header.edition | that of the whole file
            """)
    void whatCannotGoOverAloneIsLeftWithTheReason(String from, String to, String pattern, String reason) {
        SclTaking plan = taking(STATION, STATION.replaceFirst(from, to), pattern);
        assertThat(plan.taken()).isEmpty();
        assertThat(plan.left()).extracting(Comparison.Placed::path).containsExactly(pattern);
        assertThat(plan.reasons().get(pattern)).contains(reason);
        assertThat(text(plan)).isEqualTo(STATION);
    }

    @Test
    void nothingIsTakenWhereNothingDiffersOrIsMeant() {
        assertThatThrownBy(() -> taking(STATION, STATION, "*")).isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> taking(STATION, STATION.replace("192.0.2.11<", "192.0.2.17<"), "ieds.F02.*"))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("ieds.F02.*");
    }

    /** Encoding, byte order mark and line breaks are those of the file that is followed; prefixes too. */
    @ParameterizedTest
    @CsvSource({"ISO-8859-1, ''", "windows-1252, ''", "UTF-8, \uFEFF", "UTF-16LE, \uFEFF", "US-ASCII, ''"})
    void theFormOfTheFileStays(String encoding, String mark) {
        Charset charset = Charset.forName(encoding);
        UnaryOperator<String> form = text -> mark
                + text.replaceFirst(
                                "encoding=\"[^\"]*\"",
                                "encoding=\""
                                        + (mark.isEmpty()
                                                ? encoding
                                                : encoding.substring(0, Math.min(6, encoding.length()))
                                                        .replace("UTF-8", "UTF-8"))
                                        + "\"")
                        .replace("\n", "\r\n");
        String other = STATION.replace("desc=\"Feeder 3", "desc=\"\u03a9 \u00d8 Feeder 3")
                .replaceFirst("(?s)\\s*<ReportControl name=\"trips\".*?</ReportControl>", "");
        SclTaking.Input into = new SclTaking.Input(
                form.apply(other.replaceAll("\u03a9 \u00d8 ", "")).getBytes(charset), "into.scd");
        SclTaking plan = SclTaking.plan(
                into,
                input(STATION.replace("desc=\"Feeder 3", "desc=\"\u03a9 \u00d8 Feeder 3"), "from.scd"),
                List.of("*"),
                "merged.scd");
        String merged = new String(plan.content(), charset);
        assertThat(merged).startsWith(mark + "<?xml").contains("<ReportControl name=\"trips\"");
        assertThat(merged.replace("\r\n", "")).doesNotContain("\n", "\r");
        SclFile after = new SclReader().read(plan.content(), "merged.scd");
        assertThat(after.ied("F03").orElseThrow().description()).startsWith("\u03a9 \u00d8 Feeder 3");
    }

    @Test
    void anUnknownEncodingIsRefused() {
        SclTaking.Input odd = new SclTaking.Input(
                STATION.replace("Marrowby", "M\u00e4rrowby").getBytes(StandardCharsets.ISO_8859_1), "into.scd");
        assertThatThrownBy(() -> SclTaking.plan(odd, input(STATION, "from.scd"), List.of("*"), "merged.scd"))
                .isInstanceOf(MalformedInputException.class);
    }

    /** An IED of a file that writes the standard's names with a prefix comes without it, and the other way round. */
    @Test
    void prefixesAreThoseOfTheFile() {
        SclTaking plan = taking(STATION, demo("nb2.icd").replace("TEMPLATE", "N01"), "ieds.N01");
        assertThat(text(plan)).contains("<IED name=\"N01\"").doesNotContain("scl:");
        assertThat(plan.taken()).hasSize(1);
        SclTaking back = taking(
                demo("nb2.icd"),
                STATION.replace("<IED name=\"T01\" ", "<IED xmlns:mine=\"urn:mine\" mine:x=\"1\" name=\"T01\" "),
                "ieds.T01");
        assertThat(text(back))
                .contains(
                        "<scl:IED xmlns:mine=\"urn:mine\" mine:x=\"1\" name=\"T01\"", "<scl:LNodeType id=\"TP4_PDIF\"");
        assertThat(back.left())
                .extracting(Comparison.Placed::path)
                .containsExactly("ieds.T01.address.AP1 on station-bus", "ieds.T01.address.AP2 on process-bus");
        assertThat(back.reasons().get("ieds.T01.address.AP1 on station-bus"))
                .contains("subnetwork station-bus is not there; take it over");
    }

    /** XML can be written in many ways; what is not taken over stays in its own. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            desc="Skarholm tidal works"   | desc='Skarholm "tidal" works'
            desc="Skarholm tidal works"   | desc="1 > 0 and a/>b"
            desc="Skarholm tidal works"   | desc = "Skarholm tidal works"
            <Header                       | <!-- <IED name="F01"> <Val>480</Val> --><Header
            <Header                       | <?note <IED name='F01'?><Header
            <Val sGroup="2">360</Val>     | <Val sGroup="2"><![CDATA[360]]></Val>
            <Val sGroup="2">360</Val>     | <Val sGroup="2" >36&#48;</Val >
            <Private type="Tarnholt-order"| <Private type="note"><![CDATA[<Val sGroup="1">480</Val>]]></Private><Private type="Tarnholt-order"
            """)
    void anySoundXmlIsRewritten(String from, String to) {
        assertThat(STATION).contains(from);
        String own = STATION.replaceFirst(Pattern.quote(from), Matcher.quoteReplacement(to));
        int place = own.indexOf("<Val sGroup=\"1\">480", own.indexOf("<LDevice inst=\"PROT\""));
        String wanted = own.substring(0, place) + own.substring(place).replaceFirst(">480<", ">500<");
        SclTaking plan = taking(own, wanted, "ieds.F01.value.*");
        assertThat(plan.taken()).hasSize(1);
        assertThat(text(plan)).isEqualTo(wanted);
        assertThat(paths(text(taking(wanted, own, "*")), own)).isEmpty();
    }

    /** Attributes of makers stay theirs, and a text that another file gives more of is taken as it is written. */
    @Test
    void textsAndAttributesOfMakers() {
        String other = STATION.replace("tarnholt:shelf=\"2\"", "tarnholt:shelf=\"3\"");
        SclTaking plan = taking(STATION, other, "*");
        assertThat(plan.taken()).isEmpty();
        assertThat(plan.reasons().values())
                .allSatisfy(reason -> assertThat(reason).contains("only the maker's tool"));
        String noted = STATION.replaceFirst("(<IED name=\"F02\"[^>]*>)", "$1\n    <Text>Spare &amp; tested</Text>");
        SclTaking come = taking(STATION, noted, "*");
        assertThat(text(come)).isEqualTo(noted);
        SclTaking changed = taking(noted, noted.replace("Spare &amp; tested", "In use"), "*");
        assertThat(text(changed)).contains("<Text>In use</Text>");
        assertThat(text(taking(noted, STATION, "*"))).isEqualTo(STATION);
    }

    /** Whatever values are others, what is taken over is as in the other file, and the rest as it was. */
    @Property(tries = 150)
    void anyValuesGoOver(
            @ForAll @Size(min = 1, max = 5) List<@IntRange(min = 0, max = 100_000) Integer> places,
            @ForAll boolean isBack) {
        StringBuilder changed = new StringBuilder(STATION);
        places.stream()
                .map(place -> VALUES.get(place % VALUES.size()))
                .distinct()
                .sorted((one, other) -> other.start() - one.start())
                .forEach(value -> changed.replace(
                        value.start(1), value.end(1), value.group(1).equals("7") ? "8" : "7"));
        String other = changed.toString();
        String into = isBack ? other : STATION;
        String from = isBack ? STATION : other;
        if (paths(into, from).isEmpty()) {
            return; // a value that nothing is compared by
        }
        SclTaking plan;
        try {
            plan = taking(into, from, "*");
        } catch (RefusedException e) {
            return; // names that others refer to
        }
        assertThat(paths(text(plan), from))
                .hasSameElementsAs(plan.left().stream()
                        .map(Comparison.Placed::path)
                        .distinct()
                        .toList());
        plan.left().forEach(placed -> assertThat(plan.reasons()).containsKey(placed.path()));
    }

    /** Places of the elements of a text, whole, from the header on. */
    private static List<int[]> elements(String text) {
        List<int[]> found = new ArrayList<>();
        Deque<Integer> open = new ArrayDeque<>();
        Matcher tag = Pattern.compile("<!--.*?-->|<\\?.*?\\?>|<(/?)\\w+[^>]*?(/?)>", Pattern.DOTALL)
                .matcher(text);
        while (tag.find()) {
            boolean isEnd = "/".equals(tag.group(1));
            if (isEnd || "/".equals(tag.group(2))) {
                found.add(new int[] {isEnd ? open.pop() : tag.start(), tag.end()});
            } else if (tag.group(1) != null) {
                open.push(tag.start());
            }
        }
        found.removeIf(place -> place[0] < text.indexOf("<Header"));
        return found;
    }

    /** A maker's element takes the meaning of its prefix along, which stands at what holds it. */
    private static String bound(String element) {
        return element.replaceFirst("^<tarnholt:\\w+", "$0 xmlns:tarnholt=\"http://tarnholt.example/scl/2026\"");
    }

    /** Whatever element is missing in one of the files, doubled or elsewhere: it comes or goes, or the reason is told. */
    @Property(tries = 120)
    void anyElementComesAndGoes(
            @ForAll @IntRange(min = 0, max = 100_000) int which,
            @ForAll @IntRange(min = 0, max = 100_000) int where,
            @ForAll @IntRange(min = 0, max = 2) int how,
            @ForAll boolean isBack) {
        List<int[]> all = elements(STATION);
        int[] one = all.get(which % all.size());
        int[] place = all.get(where % all.size());
        String element = STATION.substring(one[0], one[1]);
        boolean isWithin = place[0] >= one[0] && place[0] < one[1];
        String other =
                switch (isWithin ? 0 : how) {
                    case 0 -> STATION.substring(0, one[0]) + STATION.substring(one[1]);
                    case 1 -> STATION.substring(0, one[1]) + element + STATION.substring(one[1]);
                    default -> STATION.substring(0, place[0]) + bound(element) + STATION.substring(place[0]);
                };
        String into = isBack ? other : STATION;
        String from = isBack ? STATION : other;
        if (paths(into, from).isEmpty()) {
            return; // an element that nothing is compared by
        }
        SclTaking plan;
        try {
            plan = taking(into, from, "*");
        } catch (RefusedException e) {
            return;
        }
        assertThat(new TreeSet<>(paths(text(plan), from)))
                .isEqualTo(plan.left().stream()
                        .map(Comparison.Placed::path)
                        .collect(Collectors.toCollection(TreeSet::new)));
        assertThat(plan.left()).allSatisfy(placed -> assertThat(plan.reasons().get(placed.path()))
                .isNotBlank());
    }
}
