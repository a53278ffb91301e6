package org.urvant.project.change;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.setting.GuidedStart;

/**
 * New devices as the answers to the questions of their type make them.
 *
 * @param starts what the answers make, by the name of the device
 * @param findings answers that are wrong or missing; then no device is made
 * @param after the site with the devices; the same site when an answer is wrong
 */
public record GuidedDevices(Map<String, GuidedStart> starts, List<Finding> findings, Project after) {
    public GuidedDevices {
        findings = List.copyOf(findings);
    }

    /**
     * Says what answers would make; changes nothing.
     *
     * @param origin where the answers came from
     * @param answers texts by question, by the name of the device
     * @throws RefusedException when the type asks no questions, or a name is not allowed or taken
     */
    public static GuidedDevices plan(
            Project project, String typeName, String origin, Map<String, SortedMap<String, Entry>> answers) {
        DeviceType type = guided(project.types().named(typeName));
        Map<String, GuidedStart> starts = new LinkedHashMap<>();
        List<Finding> findings = new ArrayList<>();
        answers.forEach((device, own) -> {
            Position place = own.isEmpty()
                    ? Position.in(origin)
                    : own.get(own.firstKey()).position();
            GuidedStart start = GuidedStart.of(type, own, place);
            starts.put(device, start);
            start.findings().forEach(finding -> findings.add(of(device, finding)));
            if (!start.missing().isEmpty()) {
                findings.add(of(
                        device,
                        new Finding(
                                GeneralRules.OPEN_ITEMS,
                                "questions",
                                place,
                                "not answered: " + String.join(", ", start.missing()),
                                "Answer them.")));
            }
        });
        Project after = findings.isEmpty() ? NewDevice.addGuided(project, typeName, origin, starts) : project;
        return new GuidedDevices(starts, findings, after);
    }

    /**
     * Returns a type that asks questions.
     *
     * @throws RefusedException when it asks none
     */
    public static DeviceType guided(DeviceType type) {
        if (type.handling().guide().order().isEmpty()) {
            throw new RefusedException(
                    type.name() + " asks no questions",
                    "Add the device without them.",
                    Step.of(Action.ADD_DEVICE, "NAME", type.name()));
        }
        return type;
    }

    /** Returns what a check of the site finds about the devices, those that they share with others among it. */
    public List<Finding> check() {
        List<Ref> made = starts.keySet().stream().map(Ref::device).toList();
        return ProjectCheck.check(after).stream()
                .filter(finding -> finding.about().stream().anyMatch(made::contains))
                .toList();
    }

    private static Finding of(String device, Finding finding) {
        return new Finding(
                        finding.rule(),
                        device + " " + finding.subject(),
                        finding.position(),
                        device + ": " + finding.message(),
                        finding.mend())
                .concerning(Ref.device(device));
    }
}
