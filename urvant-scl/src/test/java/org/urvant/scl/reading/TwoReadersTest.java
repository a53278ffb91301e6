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
import java.util.concurrent.Executor;
import java.util.concurrent.ForkJoinPool;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.urvant.core.finding.Finding;
import org.urvant.scl.FileCheck;
import org.urvant.scl.FileComparison;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.SignalIndex;

/**
 * What is found in a file rests neither on how it was read, with the parser or without, in one part or several, nor on what is
 * checked beside what.
 */
class TwoReadersTest {
    private static final Pattern PIECES = Pattern.compile(" [A-Za-z]+=\"[^\"]*\"|<[A-Za-z]+ [^<>]*/>");
    private static final List<String> FILES =
            List.of(text("../demo/skarholm.scd"), text("src/test/resources/org/urvant/scl/reading/switchyard.scd"));

    private static String text(String name) {
        try {
            String text = Files.readString(Path.of(name));
            return text.substring(text.indexOf("<SCL"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Takes some attributes and elements out, and gives some attributes the value of another. */
    private static String spoilt(String text, Random random) {
        String spoilt = text;
        for (int i = random.nextInt(4); i >= 0; i--) {
            List<MatchResult> pieces = new ArrayList<>();
            PIECES.matcher(spoilt.substring(5)).results().forEach(pieces::add);
            MatchResult piece = pieces.get(random.nextInt(pieces.size()));
            MatchResult other = pieces.get(random.nextInt(pieces.size()));
            boolean isValue = piece.group().startsWith(" ") && other.group().startsWith(" ") && random.nextBoolean();
            String instead = isValue
                    ? piece.group().substring(0, piece.group().indexOf('"'))
                            + other.group().substring(other.group().indexOf('"'))
                    : "";
            spoilt = spoilt.substring(0, 5 + piece.start()) + instead + spoilt.substring(5 + piece.end());
        }
        return spoilt;
    }

    private static List<Finding> found(SclFile file, Executor executor) {
        SclCheck.Result result = FileCheck.check(file, executor);
        assertThat(result.unsoundIeds()).isEqualTo(FileCheck.check(file).unsoundIeds());
        return result.findings();
    }

    @Property(tries = 60)
    void whatIsFoundIsTheSameByEitherReader(@ForAll long seed) {
        Random random = new Random(seed);
        String text = spoilt(FILES.get(random.nextInt(FILES.size())), random);
        byte[] content = text.getBytes(StandardCharsets.UTF_8);
        SclReader reader = new SclReader();
        SclFile plain = reader.read(content, "made.scd");
        SclFile parsed = reader.parsed(content, "made.scd");
        List<Finding> findings = found(parsed, Runnable::run);
        assertThat(found(plain, Runnable::run)).isEqualTo(findings);
        assertThat(found(plain, ForkJoinPool.commonPool())).isEqualTo(findings);
        SclImport read = SclImport.of(content, "made.scd");
        assertThat(read.check().findings()).isEqualTo(findings);
        assertThat(read.index().octets()).isEqualTo(SignalIndex.of(parsed).octets());
        assertThat(FileComparison.of(plain, parsed).differences()).isEmpty();
    }
}
