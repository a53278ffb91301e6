package org.urvant.report.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.finding.Finding;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.configuration.Marks;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.TestResults;
import org.urvant.project.setting.ValueRow;

/** The page on which a person reviews a device. */
final class ReviewPage {
    private ReviewPage() {}

    static String review(Project project, Device device, Seen seen) {
        DeviceType type = project.typeOf(device);
        DeviceSheets sheets = DeviceSheets.of(type, device);
        List<Map<String, Object>> sections = new ArrayList<>();
        Map<String, List<Map<String, Object>>> bySection = new LinkedHashMap<>();
        for (ValueRow row : ValueRow.of(sheets)) {
            bySection
                    .computeIfAbsent(section(type, row), key -> new ArrayList<>())
                    .add(row(row, seen.changes()));
        }
        bySection.forEach((title, rows) -> sections.add(Map.of("title", title, "rows", rows)));
        List<Finding> findings = ProjectCheck.check(project, device);
        var configuration = ConfigurationBuilder.build(project, device);
        List<String> marks =
                Marks.of(configuration.fingerprint(), device.record()).words();
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", device.name());
        model.put("site", project.name());
        model.put("type", type.title() + " " + type.name() + " by " + type.maker());
        model.put("plate", plate(device));
        model.put("marks", marks.isEmpty() ? "downloaded and signed off" : String.join(", ", marks));
        model.put("safety", type.handling().isSafety());
        model.put("fingerprint", configuration.fingerprint().hex());
        model.put("sections", sections);
        model.put("programs", List.copyOf(DeviceLogic.programs(device.logic()).values()));
        model.put(
                "mappings", device.mappings().stream().map(ReviewPage::mapping).toList());
        model.put("findings", findings.stream().map(ReviewPage::finding).toList());
        model.put("tests", seen.results().map(TestPage::points).orElse(List.of()));
        seen.results().ifPresent(judged -> {
            model.put("testGroup", judged.sheet().group());
            model.put("passed", judged.count(TestResults.Verdict.PASSED));
            model.put("failed", judged.count(TestResults.Verdict.FAILED));
            model.put("untried", judged.count(TestResults.Verdict.OPEN));
        });
        model.put("retest", seen.retest().map(RetestPage::items).orElse(List.of()));
        return Template.fill("review.ftlh", model);
    }

    private static String section(DeviceType type, ValueRow row) {
        Sheet sheet = row.sheet();
        if (sheet.kind() == Sheet.Kind.DEVICE) {
            String first = row.path().split("\\.")[0];
            return type.plate().sections().getOrDefault(first, first);
        }
        return switch (sheet.kind()) {
            case GROUP -> "setting group " + sheet.name();
            case CHANNEL -> "channel " + sheet.prefix();
            case ROW -> sheet.container() + ": " + sheet.name();
            default -> "connection " + sheet.prefix();
        };
    }

    private static Map<String, Object> row(ValueRow row, Optional<ChangedValues> changes) {
        String state = row.isOpen()
                ? "open"
                : row.setting().isDerived() && row.idle().isEmpty()
                        ? "derived"
                        : !row.idle().isEmpty()
                                ? "idle"
                                : row.isGiven() ? (row.differs() ? "given" : "same") : "default";
        return Map.of(
                "path", row.path(),
                "value", row.isOpen() ? "(open)" : row.value(),
                "state", state,
                "why", row.idle(),
                "standard", row.setting().standardValue().orElse(""),
                "allowed", row.setting().allowed(row.sheet()),
                "meaning", row.setting().meaning(),
                "past",
                        changes.flatMap(all -> all.before(row.path())
                                        .map(text -> all.state() + ": "
                                                + (text.isEmpty()
                                                        ? "none"
                                                        : (text + " "
                                                                        + row.setting()
                                                                                .unit())
                                                                .strip())))
                                .orElse(""));
    }

    private static SortedMap<String, String> plate(Device device) {
        SortedMap<String, String> plate = new TreeMap<>();
        device.plate().entries().forEach((item, entry) -> {
            if (item != Plate.Item.TYPE) {
                plate.put(item.word().replace('-', ' '), entry.text());
            }
        });
        device.fitted().modules().forEach((slot, module) -> plate.put("slot " + slot, module.text()));
        if (!device.fitted().licences().isEmpty()) {
            plate.put("licences", String.join(", ", device.fitted().licenceNames()));
        }
        return plate;
    }

    private static Map<String, Object> mapping(Mapping row) {
        return Map.of(
                "name",
                row.name(),
                "from",
                row.from() + " " + row.shownSource(),
                "to",
                row.to() + " " + row.destination(),
                "use",
                row.isUsed());
    }

    private static Map<String, Object> finding(Finding finding) {
        return Map.of(
                "severity", finding.severity().word(),
                "rule", finding.rule().id(),
                "place", finding.position().toString(),
                "message", finding.message(),
                "remedy", finding.remedy(),
                "muted", finding.muted(),
                "because", finding.typeRule().map(Object::toString).orElse(""));
    }
}
