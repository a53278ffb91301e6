package org.urvant.scl.selection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Position;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;

/** Choosing from a relay and from a station: expected by hand from the demo's files. */
class QueryTest {
    private static final SclFile STATION =
            new SclReader().read(Path.of("../demo/skarholm.scd"), "sources/skarholm.scd");
    private static final SignalIndex INDEX = SignalIndex.of(STATION);
    private static final SclFile LARGE = large();
    private static final Ied F01 = new SclReader()
            .read(Path.of("../demo/F01.cid"), "F01.cid")
            .ied("F01")
            .orElseThrow();

    private static Hits search(String query) {
        return Query.parse(query, Map.of("trips", "kind:trip not ln:PTRC")).search(List.of(INDEX));
    }

    private static List<DataAttribute> find(String query) {
        return Query.parse(query).find(F01);
    }

    /** A large index is gone through on all cores; each IED is found in it as in an index of its own. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "kind:position",
                "pos ied:K1*",
                "Pos.stVal",
                "not kind:command",
                "(kind:command or ln:XCBR2) not ied:K7",
                "desc:switch",
                "K12*CSWI3*ctl?al"
            })
    void aLargeIndexIsFoundLikeItsParts(String query) {
        Query wanted = Query.parse(query);
        List<String> all = wanted.search(List.of(SignalIndex.of(LARGE))).signals(0, Long.MAX_VALUE).stream()
                .map(FoundSignal::reference)
                .toList();
        List<String> parts = new ArrayList<>();
        for (Ied ied : LARGE.ieds()) {
            wanted.search(List.of(SignalIndex.of(ied))).signals(0, Long.MAX_VALUE).stream()
                    .map(FoundSignal::reference)
                    .forEach(parts::add);
        }
        assertThat(all).isNotEmpty().isEqualTo(parts);
    }

    private static SclFile large() {
        StringBuilder text = new StringBuilder(
                "<SCL xmlns='http://www.iec.ch/61850/2003/SCL' version='2007' revision='B'><Header id='x'/>");
        for (int ied = 0; ied < 700; ied++) {
            text.append("<IED name='K")
                    .append(ied)
                    .append("'><AccessPoint name='A'><Server><Authentication/>")
                    .append("<LDevice inst='C'><LN0 lnClass='LLN0' inst='' lnType='N'/>");
            for (int node = 1; node <= 8; node++) {
                text.append("<LN lnClass='")
                        .append(node % 2 == 0 ? "XCBR" : "CSWI")
                        .append("' inst='")
                        .append(node)
                        .append("' lnType='S' desc='switch ")
                        .append(node * ied % 5)
                        .append("'/>");
            }
            text.append("</LDevice></Server></AccessPoint></IED>");
        }
        text.append("<DataTypeTemplates><LNodeType id='N' lnClass='LLN0'/><LNodeType id='S' lnClass='XCBR'>")
                .append("<DO name='Pos' type='P'/></LNodeType><DOType id='P' cdc='DPC'>")
                .append("<DA name='stVal' fc='ST' bType='Dbpos'/><DA name='q' fc='ST' bType='Quality'/>")
                .append(
                        "<DA name='ctlModel' fc='CF' bType='BOOLEAN'/><DA name='Oper' fc='CO' bType='Struct' type='O'/></DOType>")
                .append("<DAType id='O'><BDA name='ctlVal' bType='BOOLEAN'/></DAType></DataTypeTemplates></SCL>");
        return new SclReader().read(text.toString().getBytes(StandardCharsets.UTF_8), "large.scd");
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            kind:trip                                             | 19
            kind:trip bay:F01                                     | 5
            kind:trip (bay:F01 or bay:F02)                        | 10
            kind:trip bay:F01,F02                                 | 10
            kind:trip not bay:F0?                                 | 4
            kind:trip and not (bay:F01 or bay:F02) and ied:F*     | 5
            kind:pick-up,trip ln:PTOC ied:F01                     | 4
            kind:t* ied:T01                                       | 7
            saved:trips ied:F01                                   | 4
            not saved:trips ied:F01 kind:trip                     | 1
            quantity:current phase:B kind:current ied:F01         | 1
            phase:ab kind:voltage level:K1                        | 4
            equipment:QA1 kind:position                           | 10
            equipment:F51* kind:trip                              | 9
            maker:novling kind:command                            | 3
            model:TP4 kind:tap-position                           | 1
            XCBR1.Pos.stVal                                       | 5
            F01CTRL/XCBR1.Pos.stVal                               | 1
            F0?CTRL/XCBR*.stVal                                   | 18
            "closing released" stVal                              | 13
            "Closing released" "stVal"                            | 13
            set:positions kind:position                           | 3
            desc:"oil temperature" da:mag.f                       | 1
            kind:sampled-value                                    | 6
            kind:interlocking level:K2                            | 0
            kind:command ied:F01                                  | 2
            or                                                    | -1
            """)
    void theQueryLanguageFindsWhatItSays(String query, int count) {
        if (count < 0) {
            assertThatThrownBy(() -> search(query)).isInstanceOf(UrvantException.class);
        } else {
            assertThat(search(query).signals(0, 100))
                    .as(search(query).signals(0, 30).toString())
                    .hasSize(count);
        }
    }

    /** Columns are from 1; a query has one line. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            kind:trip kindd:trip        | 11 | Did you mean 'kind'?
            kind:trip,tripp             | 11 | Did you mean 'trip'?
            ied:F01 (kind:trip          | 9  | Close it
            ied:F01 kind:trip)          | 18 | Write such as
            ied:F01 or                  | 11 | Write such as
            ied:F01 not                 | 12 | Write such as
            kind:trip "ied:F01          | 11 | Close it
            quantity:currant            | 10 | Did you mean 'current'?
            phase:Z1                    | 7  | Known: A, AB
            ld:                         | 4  | Give one
            saved:trip                  | 1  | Did you mean 'trips'?
            """)
    void aMistakeInAQueryIsShownInItsPlace(String query, int column, String remedy) {
        assertThatThrownBy(() -> search(query)).isInstanceOfSatisfying(UrvantException.class, mistake -> {
            assertThat(mistake.position()).contains(new Position("query", 1, column));
            assertThat(mistake.remedy()).contains(remedy);
        });
    }

    /** Joins of terms must be unions, intersections and complements of what the terms find alone. */
    @Property(tries = 150)
    void joinedTermsFindWhatTheSetsOfTheTermsSay(@ForAll long seed) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder();
        Set<String> expected = made(random, 3, text);
        List<FoundSignal> found = search(text.toString()).signals(0, Long.MAX_VALUE);
        assertThat(found.stream().map(FoundSignal::reference).toList())
                .as(text.toString())
                .doesNotHaveDuplicates()
                .containsExactlyInAnyOrderElementsOf(expected);
    }

    private static Set<String> made(Random random, int depth, StringBuilder text) {
        List<String> terms = List.of(
                "kind:trip",
                "kind:command",
                "ied:F0*",
                "ln:PTOC",
                "breaker",
                "fc:MX",
                "bay:F01",
                "set:status",
                "desc:trip",
                "phase:A",
                "X*.Pos",
                "type:BOOLEAN",
                "do:Pos",
                "PTOC1.Op");
        if (depth == 0 || random.nextInt(4) == 0) {
            String term = terms.get(random.nextInt(terms.size()));
            text.append(term);
            Set<String> found = new HashSet<>();
            search(term).signals(0, Long.MAX_VALUE).forEach(signal -> found.add(signal.reference()));
            return found;
        }
        int form = random.nextInt(3);
        if (form == 2) {
            text.append("not (");
            Set<String> inner = made(random, depth - 1, text);
            text.append(")");
            Set<String> all = new HashSet<>();
            search("").signals(0, Long.MAX_VALUE).forEach(signal -> all.add(signal.reference()));
            all.removeAll(inner);
            return all;
        }
        text.append("(");
        Set<String> left = made(random, depth - 1, text);
        text.append(form == 0 ? " " : " or ");
        Set<String> right = made(random, depth - 1, text);
        text.append(")");
        Set<String> both = new HashSet<>(left);
        if (form == 0) {
            both.retainAll(right);
        } else {
            both.addAll(right);
        }
        return both;
    }

    @Test
    void theIndexSaysOfEachSignalWhatTheFileSays() {
        List<FoundSignal> found = search("").signals(0, Long.MAX_VALUE);
        List<DataAttribute> all = STATION.ieds().stream()
                .flatMap(ied -> ied.nodes().stream())
                .flatMap(node -> node.attributes().stream())
                .toList();
        assertThat(found).hasSameSizeAs(all).hasSize((int) INDEX.signalCount());
        for (int i = 0; i < all.size(); i++) {
            FoundSignal signal = found.get(i);
            DataAttribute attribute = all.get(i);
            assertThat(signal.reference()).isEqualTo(attribute.reference());
            assertThat(signal.description()).isEqualTo(attribute.description());
            assertThat(signal.kinds()).as(signal.reference()).isEqualTo(SignalKind.of(attribute));
            assertThat(signal.basicType() + signal.innerClass() + signal.constraint())
                    .isEqualTo(attribute.basicType()
                            + attribute.innerClass()
                            + attribute.constraint().map(Enum::name).orElse(""));
            assertThat(signal.place())
                    .isEqualTo(attribute.node().place().map(part -> part.path()).orElse(""));
        }
        assertThat(search("kind:trip").countByKind())
                .containsEntry(SignalKind.TRIP, 19L)
                .containsEntry(SignalKind.POSITION, 0L);
    }

    /** Counted by hand in the demo relay. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource({
        "kind:position, 8",
        "kind:position ln:X*, 4",
        "kind:command, 2",
        "kind:trip, 5",
        "kind:pick-up, 3",
        "kind:current, 3",
        "kind:voltage, 6",
        "kind:voltage do:PPV, 3",
        "kind:power, 3",
        "kind:counter, 6",
        "kind:health, 6",
        "kind:alarm, 8",
        "kind:local-remote, 7",
        "kind:setting, 6",
        "KIND:Trip LN:ptoc, 2",
        "kind:trip ln:PTOC1, 1",
        "fc:MX da:*cVal.mag.f, 9",
        "cdc:BCR da:actVal, 2",
        "type:Dbpos, 8",
        "set:trips da:general, 7",
        "desc:earthing da:stVal fc:ST ln:XSWI, 14",
        "desc:earthing do:Pos da:stVal fc:ST ln:XSWI, 2",
        "ln:XSWI[2-3] do:Pos da:stVal, 2",
        "da:cVal.mag.f ln:MMXU1 do:A, 3",
        "da:phsA.cVal.mag.f ln:MMXU1 do:A, 1",
        "earthing Pos.stVal, 4",
        "ld:PROT ln:LLN0 do:Beh, 3",
        "kind:trip kind:position, 0",
        "nothing-like-it, 0"
    })
    void queriesFindWhatTheyMean(String query, int count) {
        assertThat(find(query)).hasSize(count);
    }

    @Test
    void everySignalOfAKindSaysWhyItBelongsThere() {
        for (SignalKind kind : SignalKind.values()) {
            List<DataAttribute> found = STATION.ieds().stream()
                    .flatMap(ied -> Query.parse("kind:" + kind.word()).find(ied).stream())
                    .toList();
            assertThat(found).as(kind.word()).isNotEmpty().allSatisfy(signal -> {
                assertThat(kind.reason(signal))
                        .hasValueSatisfying(reason -> assertThat(reason).isNotBlank());
                assertThat(SignalKind.of(signal)).contains(kind);
            });
        }
    }

    @ParameterizedTest
    @CsvSource({"kind:tripp,Did you mean 'trip'?", "knd:trip,Did you mean 'kind'?", "class:XCBR,Known: "})
    void misspeltTermsGetTheNearest(String query, String hint) {
        assertThatThrownBy(() -> Query.parse(query))
                .isInstanceOf(UnknownNameException.class)
                .satisfies(mistake ->
                        assertThat(((UnknownNameException) mistake).remedy()).contains(hint));
    }

    @Test
    void narrowingAndWideningGoBackToWhereTheyBegan() {
        Query query = Query.parse("kind:trip \"desc:Earth-fault trip\"");
        assertThat(query.terms()).containsExactly("kind:trip", "\"desc:Earth-fault trip\"");
        assertThat(Query.parse(query.text())).isEqualTo(query);
        assertThat(Query.parse(query.narrowed("ln:PTOC2")).widened()).isEqualTo(query.text());
        assertThat(Query.parse("").widened()).isEmpty();
    }

    @Test
    void aPickIsTheUnionOfItsQueriesLessWhatWasTakenOut() {
        Pick pick = new Pick("p", "Marrowby", "MF7", List.of(), List.of())
                .with(Query.parse("kind:trip ln:PTOC"))
                .with(Query.parse("kind:trip"))
                .with(Query.parse("kind:trip"))
                .without("PROT/RBRF1.OpEx.general");
        assertThat(pick.queries()).hasSize(2);
        assertThat(pick.signals(F01))
                .extracting(Pick::place)
                .containsExactly(
                        "PROT/PTOC1.Op.general",
                        "PROT/PTOC2.Op.general",
                        "PROT/PIOC1.Op.general",
                        "PROT/PTRC1.Tr.general");
        assertThat(pick.with(Query.parse("kind:trip ln:PTRX")).idle(F01))
                .containsExactly(Query.parse("kind:trip ln:PTRX"));
        assertThat(pick.needless(F01)).isEmpty();
        assertThat(pick.without("PROT/RBRF1.OpEx.genral").needless(F01)).containsExactly("PROT/RBRF1.OpEx.genral");
        assertThatThrownBy(() -> pick.with(Query.parse("ied:F01 kind:trip"))).isInstanceOf(RefusedException.class);
    }
}
