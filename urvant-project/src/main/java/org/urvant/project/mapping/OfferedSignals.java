package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.text.Word;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.OfferedSignal;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalIndex;
import org.urvant.scl.selection.SignalKind;

/** Signals that a site's own devices and lists of points offer, beside those of IEDs. */
public final class OfferedSignals {
    private static final String SOURCE = "devices and lists";

    private OfferedSignals() {}

    /** Returns the index of all channels that are used and all points of lists. */
    public static SignalIndex index(Project project) {
        Map<OfferedSignal.Owner, List<OfferedSignal>> all = new LinkedHashMap<>();
        for (Device device : project.devices().values()) {
            project.type(device).ifPresent(type -> channels(all, device, type, programs(project, device)));
        }
        project.lists().values().forEach(list -> points(all, list));
        return SignalIndex.of(SOURCE, all);
    }

    /** Returns what a query finds of the points of lists and the channels of one device. */
    public static List<MappedSignal> find(Project project, Device device, Query query) {
        Map<OfferedSignal.Owner, List<OfferedSignal>> all = new LinkedHashMap<>();
        project.type(device).ifPresent(type -> channels(all, device, type, List.of()));
        project.lists().values().forEach(list -> points(all, list));
        List<MappedSignal> found = new ArrayList<>();
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        for (FoundSignal signal :
                query.search(List.of(SignalIndex.of(SOURCE, all))).signals(0, Long.MAX_VALUE)) {
            int slash = signal.reference().indexOf('/');
            String owner = signal.reference().substring(0, slash);
            String name = signal.reference().substring(slash + 1);
            PointList list = project.lists().get(owner);
            Optional<MappedSignal.OfChannel> channel =
                    owner.equals(device.name()) ? MappedSignal.OfChannel.of(sheets, name) : Optional.empty();
            channel.ifPresentOrElse(
                    found::add,
                    () -> found.addAll(
                            MappedSignal.OfList.all(list, list.points().get(name))));
        }
        return found;
    }

    /** Returns what programs of a device give to its rows. */
    private static List<OfferedSignal> programs(Project project, Device device) {
        List<OfferedSignal> signals = new ArrayList<>();
        for (Mapping row : device.mappings()) {
            if (row.origin().isProgram()) {
                ResolvedMapping.resolve(project, device, row, finding -> {})
                        .ifPresent(resolved -> signals.add(new OfferedSignal(
                                RowSignals.name(row.identifier()),
                                row.name(),
                                ProgramPoint.TEXT,
                                Word.of(resolved.shape().form()),
                                "",
                                kinds(resolved.shape(), ""),
                                row.place())));
            }
        }
        return signals;
    }

    private static void channels(
            Map<OfferedSignal.Owner, List<OfferedSignal>> all,
            Device device,
            DeviceType type,
            List<OfferedSignal> programs) {
        DeviceSheets sheets = DeviceSheets.of(type, device);
        List<OfferedSignal> signals = new ArrayList<>();
        for (String name : sheets.channels().keySet()) {
            MappedSignal.OfChannel.of(sheets, name)
                    .flatMap(channel -> channel(sheets, channel))
                    .ifPresent(signals::add);
        }
        signals.addAll(programs);
        if (!signals.isEmpty()) {
            all.put(
                    new OfferedSignal.Owner(
                            device.name(),
                            type.plate().maker(),
                            type.plate().name(),
                            type.plate().title()),
                    signals);
        }
    }

    private static Optional<OfferedSignal> channel(DeviceSheets sheets, MappedSignal.OfChannel channel) {
        String name = channel.reference();
        String unit = ChannelScale.of(sheets, name).map(ChannelScale::unit).orElse("");
        return channel.shape()
                .map(shape -> new OfferedSignal(
                        name,
                        channel.name("{description}"),
                        channel.channel().isInput() ? "input" : "output",
                        channel.carries(),
                        unit,
                        carried(channel.carries())
                                .filter(kind -> shape.form() == Form.REAL && shape.access() == Access.READ)
                                .map(List::of)
                                .orElseGet(() -> kinds(shape, unit)),
                        ""));
    }

    /** What a channel carries can say what it measures: {@code voltage}, {@code phase-current}. */
    private static Optional<SignalKind> carried(String word) {
        return Stream.of(SignalKind.CURRENT, SignalKind.VOLTAGE)
                .filter(kind -> word.equals(kind.word()) || word.endsWith("-" + kind.word()))
                .findFirst();
    }

    private static void points(Map<OfferedSignal.Owner, List<OfferedSignal>> all, PointList list) {
        List<OfferedSignal> signals = new ArrayList<>(list.points().size());
        for (ListedPoint point : list.points().values()) {
            ListedPoint.About about = point.about();
            Access access = point.flow().permits(Access.READ) ? Access.READ : Access.COMMAND;
            List<SignalKind> kinds = new ArrayList<>(SignalKind.of(about.kind())
                    .map(List::of)
                    .orElseGet(() -> kinds(
                            point.shape(list.space(), access), point.measure().unit())));
            if (point.flow() == ListedPoint.Flow.BOTH) {
                kinds.add(SignalKind.COMMAND);
            }
            signals.add(new OfferedSignal(
                    point.key(),
                    about.description().isEmpty() ? about.name() : about.name() + ": " + about.description(),
                    "point",
                    point.point().text(),
                    point.measure().unit(),
                    kinds,
                    about.place()));
        }
        all.put(new OfferedSignal.Owner(list.name(), "", list.space().id(), "point list"), signals);
    }

    private static List<SignalKind> kinds(Shape shape, String unit) {
        if (shape.access() == Access.COMMAND) {
            return List.of(SignalKind.COMMAND);
        }
        if (shape.form() == Form.LOGICAL) {
            return List.of(SignalKind.ALARM);
        }
        return switch (shape.form()) {
            case DOUBLE -> List.of(SignalKind.POSITION);
            case STEP -> List.of(SignalKind.TAP_POSITION);
            case COUNTER -> List.of(SignalKind.COUNTER);
            default -> SignalKind.ofUnit(unit).map(List::of).orElse(List.of());
        };
    }
}
