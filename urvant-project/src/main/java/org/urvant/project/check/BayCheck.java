package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.RatingMatch;
import org.urvant.project.setting.Sheet;

/** Holds the ratings of primary equipment against the devices that protect it. */
final class BayCheck {
    static final String NOTHING = "other"; // word of a breaker duty

    private BayCheck() {}

    /** Each breaker of the bay needs each signal that the channels of its devices can be for. */
    private static void breakers(Project project, Bay bay, Consumer<Finding> findings) {
        Set<String> possible = new TreeSet<>();
        Set<String> there = new HashSet<>();
        for (Entry name : bay.devices()) {
            Device device = project.devices().get(name.text());
            Optional<DeviceType> type = device == null ? Optional.empty() : project.type(device);
            type.ifPresent(found -> {
                for (Sheet sheet : DeviceSheets.of(found, device).all()) {
                    Optional<SettingDefinition> duty = sheet.definition().setting(Meaning.BREAKER_DUTY);
                    if (duty.isPresent()) {
                        possible.addAll(duty.get().limits().choices());
                        there.add(sheet.value(Meaning.BREAKER_DUTY) + " " + sheet.value(Meaning.BREAKER_NUMBER));
                        beyond(bay, device, sheet, findings);
                    }
                }
            });
        }
        possible.remove(NOTHING);
        for (int breaker = 1; breaker <= bay.breakers(); breaker++) {
            int number = breaker;
            List<String> missing = possible.stream()
                    .filter(signal -> !there.contains(signal + " " + number))
                    .toList();
            if (!missing.isEmpty()) {
                findings.accept(new Finding(
                        SiteRules.BREAKER_SIGNAL_MISSING,
                        "bay " + bay.name() + " breaker " + number,
                        bay.position(),
                        "breaker " + number + " of bay " + bay.name() + " has no " + String.join(", no ", missing),
                        SiteRules.BREAKER_SIGNAL_MISSING.remedy()));
            }
        }
    }

    private static void beyond(Bay bay, Device device, Sheet sheet, Consumer<Finding> findings) {
        boolean serves = !String.valueOf(sheet.value(Meaning.BREAKER_DUTY)).equals(NOTHING);
        if (serves
                && sheet.value(Meaning.BREAKER_NUMBER) instanceof BigDecimal number
                && number.intValue() > bay.breakers()) {
            findings.accept(new Finding(
                    SiteRules.BREAKER_UNKNOWN,
                    device.name() + " " + sheet.prefix(),
                    sheet.position(),
                    sheet.prefix() + " serves breaker " + number + "; bay " + bay.name() + " has " + bay.breakers(),
                    SiteRules.BREAKER_UNKNOWN.remedy()));
        }
    }

    private static void twice(Bay bay, Consumer<Finding> findings) {
        Set<String> names = new HashSet<>();
        bay.devices().stream()
                .filter(name -> !names.add(name.text()))
                .forEach(name -> findings.accept(new Finding(
                        GeneralRules.DUPLICATE_NAME,
                        "bay " + bay.name(),
                        name.position(),
                        "device '" + name.text() + "' stands twice in bay " + bay.name(),
                        "Take one of the two out.")));
    }

    /** What is wrong with a bay concerns its devices; a rating that differs, the device that has another one. */
    static void check(Project project, Consumer<Finding> findings) {
        for (Bay bay : project.bays().values()) {
            Set<Ref> all = Stream.concat(
                            Stream.of(Ref.bay(bay.name())),
                            bay.devices().stream().map(Entry::text).map(Ref::device))
                    .collect(Collectors.toUnmodifiableSet());
            Consumer<Finding> ofBay = finding -> findings.accept(finding.concerning(all));
            RatingMatch.strangers(project, bay).forEach(ofBay);
            twice(bay, ofBay);
            FaultLevelCheck.check(project, bay, ofBay);
            if (bay.breakers() > 0) {
                breakers(project, bay, ofBay);
            }
            for (RatingMatch match : RatingMatch.of(project, bay)) {
                if (!match.agrees() && !match.ofDevice().isEmpty()) {
                    findings.accept(new Finding(
                                    SiteRules.RATING_DIFFERS,
                                    match.device() + " " + match.path(),
                                    match.position(),
                                    match.path() + " is " + match.ofDevice() + "; the equipment of bay " + bay.name()
                                            + " has " + match.ofBay(),
                                    Remedy.of(
                                            "Find out who is right, and settle it by the bay or by the device.",
                                            Step.of(Action.SETTLE, bay.name(), "bay"),
                                            Step.of(Action.SETTLE, bay.name(), match.device())))
                            .concerning(Ref.device(match.device())));
                }
            }
        }
    }
}
