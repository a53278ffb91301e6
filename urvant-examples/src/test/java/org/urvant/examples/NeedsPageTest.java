package org.urvant.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Every call and every test that docs/needs.md names is there, so that a renamed one is not claimed any more. */
class NeedsPageTest {
    private static final Pattern NAMED = Pattern.compile("`([A-Z]\\w*)(?:\\.(\\w+))?(…?)`");

    @Test
    void whatTheProofSheetNamesIsThere() throws IOException {
        Map<String, String> sources = new HashMap<>();
        try (Stream<Path> files = Files.walk(Path.of(".."))) {
            for (Path file :
                    files.filter(path -> path.toString().endsWith(".java")).toList()) {
                sources.put(
                        file.getFileName().toString().replace(".java", ""),
                        Files.readString(file).replace("\r", ""));
            }
        }
        List<String> rows = Files.readAllLines(Path.of("../docs/needs.md")).stream()
                .filter(line -> line.startsWith("| N"))
                .toList();
        assertThat(rows).hasSizeGreaterThan(90);
        List<String> missing = new ArrayList<>();
        for (String row : rows) {
            String[] cells = row.split(" \\| ");
            for (String cell : new String[] {cells[cells.length - 2], cells[cells.length - 1]}) {
                Matcher named = NAMED.matcher(cell);
                while (named.find()) {
                    String source = sources.get(named.group(1));
                    String end = named.group(3).isEmpty() ? "\\b" : "";
                    boolean isThere = source != null
                            && (named.group(2) == null
                                    || Pattern.compile("\\b" + named.group(2) + end)
                                            .matcher(source)
                                            .find());
                    if (!isThere) {
                        missing.add(cells[0].substring(2, 6).strip() + ": " + named.group());
                    }
                }
            }
        }
        assertThat(missing).isEmpty();
    }
}
