package org.urvant.report.page;

import java.util.List;
import java.util.Map;
import org.urvant.project.Project;
import org.urvant.project.check.Retest;

/** What must be tested again, to tick. */
final class RetestPage {
    private RetestPage() {}

    static String of(Project project, Retest retest, String since) {
        return Template.fill(
                "retest.ftlh",
                Map.of(
                        "device", retest.device(),
                        "site", project.name(),
                        "since", since,
                        "count", retest.comparison().count(),
                        "items", items(retest)));
    }

    static List<Map<String, Object>> items(Retest retest) {
        return retest.items().stream()
                .map(item -> Map.<String, Object>of(
                        "what", item.kind().word(),
                        "name", item.name(),
                        "test", item.test(),
                        "because", item.because()))
                .toList();
    }
}
