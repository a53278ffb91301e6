package org.urvant.report.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.urvant.core.compare.Comparison;
import org.urvant.core.device.DeviceType;
import org.urvant.core.point.list.ListDifference;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.Retest;
import org.urvant.project.mapping.FarSide;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.SelectorSheet;
import org.urvant.project.setting.TestSheet;

/** Makes pages. What comes from a project is escaped; a page loads nothing from anywhere. */
public final class Pages {
    private Pages() {}

    /** Returns the page on which a person reviews a device: make-up, every value, mappings, findings, fingerprint. */
    public static String review(Project project, Device device) {
        return ReviewPage.review(project, device, Seen.NOTHING);
    }

    /** Returns the page on which a person reviews a device, with what is known beside its settings. */
    public static String review(Project project, Device device, Seen seen) {
        return ReviewPage.review(project, device, seen);
    }

    /** Returns the sheet of what to inject into a device, to fill in by hand. */
    public static String tests(Project project, TestSheet sheet) {
        return TestPage.of(project, sheet);
    }

    /** Returns the documentation of a device type: all that its file says, in order. */
    public static String type(DeviceType type) {
        return TypePage.of(type);
    }

    /**
     * Returns the document that the other side of a connection needs: the link, the types used, every point, what changed.
     *
     * @param revision how people call this state; empty text for none
     * @param since name of the document that was handed over last; empty text for none
     * @param changes how the points stand to that document
     */
    public static String handover(
            Project project, FarSide side, String revision, String since, List<ListDifference> changes) {
        return HandoverPage.of(project, side, revision, since, changes);
    }

    /**
     * Returns two sides of a comparison beside each other, to fold, search, print and tick.
     *
     * @param left what the left side is called
     * @param right what the right side is called
     * @param leftTree the tree on the left, of which equal values are shown too; empty to show differences alone
     * @param rightTree the tree on the right
     * @param units units of the values by their paths; empty text for none
     * @param accepted why differences are as wanted, by their paths
     */
    public static String comparison(
            String left,
            String right,
            Optional<Section> leftTree,
            Optional<Section> rightTree,
            Comparison comparison,
            UnaryOperator<String> units,
            Map<String, String> accepted) {
        return ComparisonPage.of(left, right, leftTree, rightTree, comparison, units, accepted);
    }

    /**
     * Returns the list of what must be tested again, to tick.
     *
     * @param since how people call the state that was tested
     */
    public static String retest(Project project, Retest retest, String since) {
        return RetestPage.of(project, retest, since);
    }

    /** Returns which signal of a device goes where, over all its connections. */
    public static String matrix(Project project, Device device) {
        return MatrixPage.of(project, device);
    }

    /** Returns the sheet of a device's dials, switches and jumpers, to tick off by hand. */
    public static String selectors(Project project, Device device) {
        DeviceType type = project.typeOf(device);
        List<Map<String, Object>> lines = new ArrayList<>();
        for (SelectorSheet.SelectorLine line : SelectorSheet.of(DeviceSheets.of(type, device), device)) {
            lines.add(Map.of(
                    "name", line.selector().name(),
                    "meaning", line.selector().meaning(),
                    "position", line.place().position(),
                    "value", line.selector().follows() + " = " + line.wanted(),
                    "nearest", line.place().value(),
                    "exact", line.place().isExact(),
                    "ticked", line.isTicked()));
        }
        Map<String, Object> model = new LinkedHashMap<>();
        model.put("title", device.name());
        model.put("site", project.name());
        model.put("type", type.title() + " " + type.name() + " by " + type.maker());
        model.put("lines", lines);
        return Template.fill("selectors.ftlh", model);
    }
}
