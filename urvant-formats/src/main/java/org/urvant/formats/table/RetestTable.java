package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.List;
import org.urvant.project.check.Retest;

/** What must be tested again as a table in which is ticked what was done. */
public final class RetestTable {
    private static final List<String> COLUMNS = List.of("device", "what", "name", "test", "because of", "done", "by");

    private RetestTable() {}

    /**
     * Writes a list by the ending of the name.
     *
     * @throws org.urvant.core.error.RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, Retest retest) {
        GivenTable.write(
                file,
                COLUMNS,
                retest.items().stream()
                        .map(item -> List.of(
                                retest.device(),
                                item.kind().word(),
                                item.name(),
                                item.test(),
                                String.join(", ", item.because()),
                                "",
                                ""))
                        .toList());
    }
}
