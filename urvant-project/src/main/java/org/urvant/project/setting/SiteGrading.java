package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.FaultKind;
import org.urvant.core.protection.Grading;
import org.urvant.core.protection.VectorGroup;
import org.urvant.core.text.NearestName;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Feeding;
import org.urvant.project.Project;
import org.urvant.project.setting.FeedingPath.Mistake;

/**
 * The bays of a site one behind the other: whether each that feeds waits long enough for the one that it feeds.
 *
 * @param pairs each pair with each kind of fault
 * @param mistakes what is wrong in what the site says of feeding
 */
public record SiteGrading(List<Pair> pairs, List<Wrong> mistakes) {
    private static final double VOLTAGE_TOLERANCE = 0.2;

    public SiteGrading {
        pairs = List.copyOf(pairs);
        mistakes = List.copyOf(mistakes);
    }

    /**
     * Two bays and a kind of fault.
     *
     * @param names who is one behind the other
     * @param kind the fault
     * @param level greatest fault current in A; 0 when it is not judged
     * @param margin least time in s by which the feeder must wait
     * @param narrowest where it waits the shortest time; empty when the feeder never operates, or it is not judged
     * @param isSeen whether a stage of either operates at the greatest current, or it is not judged
     * @param reason why it is not judged; empty text when it is
     * @param position where the feeding is said
     */
    public record Pair(
            Names names,
            FaultKind kind,
            double level,
            double margin,
            Optional<Grading.Narrowest> narrowest,
            boolean isSeen,
            String reason,
            Position position) {
        /** Returns the bay behind which the fault is. */
        public String bay() {
            return names.bay();
        }

        /** Returns the bay that feeds it. */
        public String feeder() {
            return names.feeder();
        }

        /** Returns whether it could be judged. */
        public boolean isJudged() {
            return reason.isEmpty();
        }

        /** Returns whether nothing is wrong with the two, as far as they are judged. */
        public boolean isKept() {
            return isSeen && !isTooShort();
        }

        /** Returns in a word or two what came of it. */
        public String outcome() {
            if (!isJudged()) {
                return "not judged";
            }
            return !isSeen ? "not seen" : isTooShort() ? "too short" : "kept";
        }

        /** Returns whether the feeder waits too short a time somewhere. */
        public boolean isTooShort() {
            return narrowest.filter(found -> found.margin() < margin - 1e-9).isPresent();
        }
    }

    /**
     * Who is one behind the other.
     *
     * @param bay the bay behind which the fault is
     * @param feeder the bay that feeds it
     * @param devices names of the devices of both bays
     */
    public record Names(String bay, String feeder, List<String> devices) {
        public Names {
            devices = List.copyOf(devices);
        }
    }

    /** What the site says of feeding and cannot be. */
    public record Wrong(String bay, Position position, String message, String remedy, Kind kind) {
        /** In what way it cannot be. */
        public enum Kind {
            /** A value that is none of its kind. */
            VALUE,
            /** Bays feed each other in a circle. */
            CIRCLE,
            /** The bay that feeds is not there. */
            UNKNOWN_BAY
        }
    }

    /** Returns the pairs of a site. */
    public static SiteGrading of(Project project) {
        List<Pair> pairs = new ArrayList<>();
        List<Wrong> mistakes = new ArrayList<>();
        for (Bay bay : project.bays().values()) {
            if (bay.feeding().isEmpty()) {
                continue;
            }
            Feeding feeding = bay.feeding().get();
            FeedingPath path = FeedingPath.of(feeding);
            for (Mistake mistake : path.mistakes()) {
                mistakes.add(new Wrong(
                        bay.name(), mistake.at().position(), mistake.message(), mistake.remedy(), Wrong.Kind.VALUE));
            }
            List<String> circle = circle(project, bay);
            Bay feeder = project.bays().get(feeding.from().text());
            if (!circle.isEmpty()) {
                mistakes.add(new Wrong(
                        bay.name(),
                        feeding.from().position(),
                        "bays feed each other in a circle: " + String.join(" ← ", circle),
                        "Let the path begin at a bay that no bay of the site feeds.",
                        Wrong.Kind.CIRCLE));
            } else if (feeder == null) {
                mistakes.add(new Wrong(
                        bay.name(),
                        feeding.from().position(),
                        "bay '" + feeding.from().text() + "', which feeds bay " + bay.name() + ", does not exist",
                        NearestName.hint(
                                "bay", feeding.from().text(), project.bays().keySet()),
                        Wrong.Kind.UNKNOWN_BAY));
            } else if (path.mistakes().isEmpty()) {
                pairs.addAll(new PairReading(project, bay, feeder, feeding, path).pairs());
            }
        }
        return new SiteGrading(pairs, mistakes);
    }

    /**
     * A bay on the way from a fault to its source.
     *
     * @param bay its name
     * @param devices its devices that have a characteristic over the phase current
     * @param ratio by what a current at the first bay of the way is multiplied here, at a fault of three phases
     */
    public record Step(String bay, List<DeviceCurve> devices, double ratio) {
        public Step {
            devices = List.copyOf(devices);
        }
    }

    /** Returns the way from a bay over those that feed it; it ends where nothing more is said, or can be read. */
    public static List<Step> path(Project project, String name) {
        List<Step> path = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        double ratio = 1;
        Bay at = project.bays().get(name);
        while (at != null && seen.add(at.name())) {
            path.add(new Step(at.name(), curves(project, at), ratio));
            if (at.feeding().isEmpty()) {
                break;
            }
            FeedingPath next = FeedingPath.of(at.feeding().get());
            if (!next.mistakes().isEmpty()) {
                break;
            }
            ratio *= next.ratio();
            at = project.bays().get(at.feeding().get().from().text());
        }
        return path;
    }

    /**
     * Returns by what a current behind a bay is multiplied at the bay that feeds it, at a fault of three phases; empty when what the
     * site says of the feeding cannot be.
     */
    public static OptionalDouble ratio(Feeding feeding) {
        FeedingPath path = FeedingPath.of(feeding);
        return path.mistakes().isEmpty() ? OptionalDouble.of(path.ratio()) : OptionalDouble.empty();
    }

    private static List<DeviceCurve> curves(Project project, Bay bay) {
        return bay.devices().stream()
                .map(Entry::text)
                .filter(name -> project.devices().containsKey(name))
                .filter(name -> project.type(project.device(name)).stream()
                        .flatMap(type -> type.handling().stages().stream())
                        .anyMatch(stage -> stage.measured().quantity() == Quantity.PHASE_CURRENT))
                .map(name -> DeviceCurve.of(project, name, Optional.empty(), Quantity.PHASE_CURRENT))
                .toList();
    }

    /** The way from a bay to what feeds it and on, when it comes back to that bay. */
    private static List<String> circle(Project project, Bay bay) {
        List<String> way = new ArrayList<>(List.of(bay.name()));
        Set<String> seen = new HashSet<>();
        Bay at = bay;
        while (at != null && at.feeding().isPresent() && seen.add(at.name())) {
            String next = at.feeding().get().from().text();
            way.add(next);
            if (next.equals(bay.name())) {
                return way;
            }
            at = project.bays().get(next);
        }
        return List.of();
    }

    /** One bay and the one that feeds it. */
    private record PairReading(Project project, Bay bay, Bay feeder, Feeding feeding, FeedingPath path) {
        List<Pair> pairs() {
            Protection down = Protection.of(project, bay);
            Protection up = Protection.of(project, feeder);
            List<String> devices = new ArrayList<>(down.devices());
            devices.addAll(up.devices());
            Names names = new Names(bay.name(), feeder.name(), devices);
            String reason = reason(down, up);
            if (path.levels().isEmpty() && reason.isEmpty()) {
                reason = "the site gives no fault currents behind bay " + bay.name();
            }
            List<Pair> pairs = new ArrayList<>();
            if (!reason.isEmpty()) {
                pairs.add(new Pair(
                        names, FaultKind.THREE_PHASE, 0, path.margin(), Optional.empty(), true, reason, position()));
                return pairs;
            }
            Grading grading = new Grading(down.curves(), up.curves(), path.ratio());
            path.levels().forEach((kind, level) -> {
                Optional<VectorGroup.Passage> passage = path.transformer().isEmpty()
                        ? Optional.of(VectorGroup.direct(kind))
                        : path.transformer()
                                .get()
                                .group()
                                .passage(
                                        kind,
                                        path.transformer().get().fed()
                                                > path.transformer().get().feeding());
                Optional<Grading.Narrowest> narrowest =
                        passage.flatMap(through -> grading.narrowest(kind, through, level));
                pairs.add(new Pair(
                        names,
                        kind,
                        level,
                        path.margin(),
                        narrowest,
                        narrowest.isPresent() || passage.isEmpty() || grading.isSeen(kind, level),
                        passage.isPresent()
                                ? ""
                                : "what an earth fault is on the other side depends on more than the vector group",
                        position()));
            });
            return pairs;
        }

        private Position position() {
            return feeding.from().position();
        }

        private String reason(Protection down, Protection up) {
            if (!down.missing().isEmpty() || !up.missing().isEmpty()) {
                return down.missing().isEmpty() ? up.missing() : down.missing();
            }
            double fed = path.transformer().map(FeedingPath.Transformer::fed).orElse(0.0);
            double feeding =
                    path.transformer().map(FeedingPath.Transformer::feeding).orElse(0.0);
            if (path.transformer().isEmpty()) {
                return down.voltage().isPresent()
                                && up.voltage().isPresent()
                                && differ(down.voltage().get(), up.voltage().get())
                        ? "bay " + bay.name() + " is rated "
                                + DeviceCurve.text(down.voltage().get()) + " V, bay "
                                + feeder.name() + " "
                                + DeviceCurve.text(up.voltage().get())
                                + " V, and no transformer is given between them"
                        : "";
            }
            boolean isOther = down.voltage()
                            .filter(voltage -> differ(voltage, fed))
                            .isPresent()
                    || up.voltage().filter(voltage -> differ(voltage, feeding)).isPresent();
            return isOther ? "the transformer's voltages are not those that the devices are rated for" : "";
        }

        private static boolean differ(double one, double other) {
            return Math.abs(one - other) > VOLTAGE_TOLERANCE * Math.max(one, other);
        }
    }

    /**
     * What protects a bay.
     *
     * @param missing why it is not known; empty text when it is
     */
    private record Protection(Grading.Curves curves, Optional<Double> voltage, List<String> devices, String missing) {
        static Protection of(Project project, Bay bay) {
            Map<Quantity, List<Curve.Named>> stages = new EnumMap<>(Quantity.class);
            List<String> devices = new ArrayList<>();
            Optional<Double> voltage = Optional.empty();
            String missing = "";
            for (Entry name : bay.devices()) {
                Device device = project.devices().get(name.text());
                if (device == null || project.type(device).isEmpty()) {
                    missing = device == null
                            ? "device " + name.text() + " of bay " + bay.name() + " does not exist"
                            : "the type of " + name.text() + " cannot be read";
                    continue;
                }
                DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
                if (sheets.type().handling().stages().isEmpty()) {
                    continue;
                }
                devices.add(device.name());
                voltage = voltage.or(() -> DeviceCurve.voltage(sheets));
                for (DeviceStage stage : DeviceStage.of(sheets, DeviceStage.activeGroup(sheets))) {
                    if (stage.found().primary().isEmpty()) {
                        missing = device.name() + " " + stage.name() + ": "
                                + stage.found().missing();
                    }
                    stage.found().primary().ifPresent(primary -> stages.computeIfAbsent(
                                    stage.definition().measured().quantity(), key -> new ArrayList<>())
                            .add(new Curve.Named(device.name() + " " + stage.name(), primary)));
                }
            }
            if (stages.isEmpty() && missing.isEmpty()) {
                missing = "no device of bay " + bay.name() + " has a stage that trips";
            }
            return new Protection(
                    new Grading.Curves(
                            new Curve(stages.getOrDefault(Quantity.PHASE_CURRENT, List.of())),
                            new Curve(stages.getOrDefault(Quantity.RESIDUAL_CURRENT, List.of()))),
                    voltage,
                    devices,
                    missing);
        }
    }
}
