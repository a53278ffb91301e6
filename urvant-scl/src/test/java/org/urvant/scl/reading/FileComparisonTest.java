package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.scl.FileComparison;
import org.urvant.scl.IedComparison;
import org.urvant.scl.SclFile;

/** Two states of the demo's station, held against each other. */
class FileComparisonTest {
    private static final String STATION = demo();
    private static final SclFile KNOWN = read(STATION);
    private static final String DIGEST = "0".repeat(64);
    private static final Pattern VALUE = Pattern.compile("(?<name>\\w+)=\"(?<value>[^\"]*)\"");

    private static final List<MatchResult> OF_IEDS = VALUE.matcher(STATION)
            .results()
            .filter(found -> found.start() > STATION.indexOf("<IED ") && found.end() < STATION.lastIndexOf("</IED>"))
            .toList();

    private static String demo() {
        try {
            return Files.readString(Path.of("../demo/skarholm.scd"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static SclFile read(String text) {
        return new SclReader().read(text.getBytes(StandardCharsets.UTF_8), "skarholm.scd");
    }

    private static List<Comparison.Placed> leaves(String other) {
        return FileComparison.of(KNOWN, read(other)).leaves();
    }

    /** Columns: what is replaced where it first stands, by what, where the difference stands, a part of what it means. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            id="Skarholm"           | id="Skarholm-2"          | header.id        | another state
            >192.0.2.11<            | >192.0.2.17<             | ieds.F01.address | who asks the IED
            >01-0C-CD-01-00-11<     | >01-0C-CD-01-00-77<      | ieds.F01.message-address | subscribers and switches
            name="Q0" type="CBR"    | name="Q0" type="DIS"     | site             | places
            """)
    void aDifferenceStandsInItsPlaceWithWhatItMeans(String from, String to, String path, String meaning) {
        String old = from.strip();
        if (!STATION.contains(old)) {
            old = nearest(old);
        }
        String other = STATION.replaceFirst(Pattern.quote(old), Matcher.quoteReplacement(to.strip()));
        List<Comparison.Placed> found = leaves(other);
        assertThat(found).isNotEmpty().allMatch(placed -> placed.path().startsWith(path.strip()));
        assertThat(found.get(0).difference().meaning()).contains(meaning.strip());
    }

    /** The demo may write a header or a place in its own way; what is looked for is an attribute of that name. */
    private static String nearest(String wanted) {
        Matcher first = VALUE.matcher(wanted);
        assertThat(first.find()).isTrue();
        Pattern alike = wanted.contains("CBR")
                ? Pattern.compile("name=\"[^\"]*\" type=\"CBR\"")
                : Pattern.compile(first.group("name") + "=\"Skarholm[^\"]*\"");
        Matcher found = alike.matcher(STATION);
        assertThat(found.find()).as(wanted).isTrue();
        return found.group();
    }

    @Test
    void aFileDiffersFromItselfInNothingHoweverItIsWritten() {
        assertThat(leaves(STATION)).isEmpty();
        assertThat(leaves(STATION.replaceAll(">\\s+<", "><"))).isEmpty();
        assertThat(leaves(STATION.replaceFirst("<IED ", "<!-- a remark -->\n<IED ")))
                .isEmpty();
    }

    @Test
    void anIedThatIsGoneOrHasComeIsOneDifference() {
        int start = STATION.indexOf("<IED name=\"T01\"");
        String without = STATION.substring(0, start) + STATION.substring(STATION.indexOf("</IED>", start) + 6);
        assertThat(leaves(without).stream()
                        .filter(placed -> placed.path().equals("ieds.T01"))
                        .map(placed -> placed.difference().kind()))
                .containsExactly(Difference.Kind.REMOVED);
        assertThat(FileComparison.of(read(without), KNOWN).leaves().stream()
                        .filter(placed -> placed.path().equals("ieds.T01"))
                        .map(placed -> placed.difference().kind()))
                .containsExactly(Difference.Kind.ADDED);
    }

    /**
     * No value of an IED changes unseen, and what is told fast, by columns that are alike, is what is told by looking into
     * every IED.
     */
    @Property(tries = 60)
    void noValueChangesUnseen(@ForAll @IntRange(max = 1_000_000) int which) {
        MatchResult value = OF_IEDS.get(which % OF_IEDS.size());
        String name = value.group(1);
        if (List.of("xmlns", "lnType", "name", "inst", "lnClass", "prefix").contains(name)) {
            return; // identity: told as one gone and one come
        }
        String other = STATION.substring(0, value.end(2)) + "9" + STATION.substring(value.end(2));
        SclFile changed;
        try {
            changed = read(other);
        } catch (RuntimeException e) {
            return; // such a value is refused
        }
        Comparison comparison = FileComparison.of(KNOWN, changed);
        assertThat(comparison.isEqual()).as("%s at %d", name, value.start()).isFalse();
        long slow = KNOWN.ieds().stream()
                .mapToLong(ied -> changed.ied(ied.name())
                        .map(after -> IedComparison.of(ied, after).size())
                        .orElse(0))
                .sum();
        long fast = comparison.leaves().stream()
                .filter(placed -> placed.path().startsWith("ieds."))
                .count();
        assertThat(fast).isEqualTo(slow);
    }

    /** Several threads hold many IEDs against each other: each difference is told, whether files are read or kept. */
    @Test
    void ofManyIedsEachDifferenceIsTold(@TempDir Path folder) {
        int start = STATION.indexOf("<IED name=\"F01\"");
        String relay = STATION.substring(start, STATION.indexOf("</IED>", start) + 6);
        StringBuilder own = new StringBuilder();
        StringBuilder wanted = new StringBuilder();
        List<String> changed = new ArrayList<>();
        for (int i = 100; i < 180; i++) {
            String copy = relay.replace("<IED name=\"F01\"", "<IED name=\"C" + i + "\"");
            own.append(copy);
            wanted.append(i % 9 == 0 ? copy.replaceFirst("confRev=\"1\"", "confRev=\"" + i + "\"") : copy);
            if (i % 9 == 0) {
                changed.add("C" + i);
            }
        }
        SclFile before = read(beside(own));
        SclFile after = read(beside(wanted));
        StoreFile.write(folder.resolve("before"), DIGEST, before);
        StoreFile.write(folder.resolve("after"), DIGEST, after);
        Comparison kept = FileComparison.of(
                StoreFile.read(folder.resolve("before"), DIGEST, "before").orElseThrow(),
                StoreFile.read(folder.resolve("after"), DIGEST, "after").orElseThrow());
        assertThat(FileComparison.of(before, after).leaves()).isEqualTo(kept.leaves());
        assertThat(kept.leaves().stream().map(placed -> placed.path().split("\\.")[1]))
                .containsExactlyElementsOf(changed);
    }

    private static String beside(StringBuilder copies) {
        int end = STATION.lastIndexOf("</IED>") + 6;
        return STATION.substring(0, end) + copies + STATION.substring(end);
    }
}
