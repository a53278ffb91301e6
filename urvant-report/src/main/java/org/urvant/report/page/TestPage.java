package org.urvant.report.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.device.DeviceType;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.text.Word;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.setting.TestResults;
import org.urvant.project.setting.TestSheet;

/** What to inject into a device: to print and fill in, and with what was seen. */
final class TestPage {
    private TestPage() {}

    static String of(Project project, TestSheet sheet) {
        Device device = project.device(sheet.device());
        DeviceType type = project.typeOf(device);
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", device.name());
        model.put("site", project.name());
        model.put("type", type.title() + " " + type.name() + " by " + type.maker());
        model.put("group", sheet.group());
        model.put(
                "fingerprint",
                ConfigurationBuilder.build(project, device).fingerprint().hex());
        model.put("missing", sheet.missing());
        model.put("points", points(TestResults.of(sheet, List.of())));
        return Template.fill("tests.ftlh", model);
    }

    static List<Map<String, Object>> points(TestResults results) {
        List<Map<String, Object>> points = new ArrayList<>();
        for (TestResults.Judged judged : results.points()) {
            TestPoint point = judged.point();
            points.add(Map.of(
                    "stage",
                    point.stage(),
                    "point",
                    point.tried(),
                    "injection",
                    point.isPossible() ? point.injection().text() : "–",
                    "expected",
                    TestResults.expected(point)
                            + (point.isPossible() && point.expected().isTimed() ? " s" : ""),
                    "band",
                    Double.isNaN(point.expected().from())
                            ? ""
                            : TestResults.text(point.expected().from()) + " … "
                                    + TestResults.text(point.expected().to()) + " s",
                    "seen",
                    judged.seen(),
                    "verdict",
                    point.isPossible() ? Word.of(judged.verdict()) : "none",
                    "note",
                    point.note()));
        }
        return points;
    }
}
