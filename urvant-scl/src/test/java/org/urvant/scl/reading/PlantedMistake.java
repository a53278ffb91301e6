package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.finding.Finding;
import org.urvant.scl.FileCheck;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;

/** Files of the demo with something in them that is otherwise. */
final class PlantedMistake {
    private PlantedMistake() {}

    static String text(String name) throws IOException {
        return Files.readString(Path.of("../demo", name), StandardCharsets.ISO_8859_1);
    }

    static SclCheck.Result check(String text, String name) {
        SclFile file = new SclReader().read(text.getBytes(StandardCharsets.ISO_8859_1), name);
        return FileCheck.check(file);
    }

    /** Replaces what stands first in the station's file, and returns what is found then. */
    static List<Finding> planted(String from, String to) throws IOException {
        String sound = text("skarholm.scd");
        assertThat(sound).contains(from);
        String planted = sound.replaceFirst(Pattern.quote(from), Matcher.quoteReplacement(to == null ? "" : to));
        return check(planted, "skarholm.scd").findings();
    }

    /** Looks for a finding with its place and remedy. */
    static void isFound(String from, String to, String rule, String message) throws IOException {
        List<Finding> findings = planted(from, to);
        assertThat(findings).as(findings.toString()).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message()).contains(message);
            assertThat(finding.position().line()).isPositive();
            assertThat(finding.position().column()).isPositive();
            assertThat(finding.remedy()).isNotBlank();
        });
    }
}
