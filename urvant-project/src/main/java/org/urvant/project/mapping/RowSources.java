package org.urvant.project.mapping;

import java.util.Optional;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.point.Access;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.iec61850.DataReference;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.NearestName;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;

/** Finds the signal that an end of a row names: a point of a list, a channel of the device, a data attribute of an IED. */
record RowSources(Project project, Device device, RowFit.Report report) {
    /** Returns the signal; empty when there is none, and then it was reported why, unless another check does. */
    Optional<MappedSignal> signal(RowEnd inner, Access access) {
        if (inner.point() instanceof ListPoint listed) {
            return listed(inner, listed, access).map(MappedSignal.class::cast);
        }
        return inner.point() instanceof ChannelPoint own
                ? channel(own)
                : attribute(inner, (DataReference) inner.point());
    }

    private Optional<MappedSignal.OfList> listed(RowEnd end, ListPoint point, Access access) {
        PointList list = project.lists().get(point.list());
        if (list == null) {
            report.take(
                    GeneralRules.UNKNOWN_REFERENCE,
                    "point list '" + point.list() + "' does not exist",
                    NearestName.hint("point list", point.list(), project.lists().keySet()));
            return Optional.empty();
        }
        if (list.space() != end.space().orElseThrow()) {
            report.take(
                    MappingRules.POINT_NOT_FITTING,
                    "the points of " + list.name() + " are of "
                            + list.space().title() + "; "
                            + end.connection().orElseThrow().name() + " speaks " + end.title(),
                    "Read the list over a connection of its protocol.");
            return Optional.empty();
        }
        Optional<ListedPoint> found = list.point(point.key());
        if (found.isEmpty()) {
            boolean gone = device.addresses().owners().containsValue(point.text());
            report.take(
                    gone ? MappingRules.DANGLING_REFERENCE : GeneralRules.UNKNOWN_REFERENCE,
                    "point '" + point.key() + (gone ? "' is no longer in list " : "' does not exist in list ")
                            + list.name(),
                    NearestName.hint("point", point.key(), list.points().keySet()));
        }
        return found.map(known -> new MappedSignal.OfList(list, known, access));
    }

    private Optional<MappedSignal> channel(ChannelPoint point) {
        Optional<DeviceSheets> sheets = project.type(device).map(type -> DeviceSheets.of(type, device));
        Optional<MappedSignal> found = sheets.flatMap(
                all -> MappedSignal.OfChannel.of(all, point.channel()).map(MappedSignal.class::cast));
        if (sheets.isPresent() && found.isEmpty()) {
            boolean gone = device.addresses().owners().containsValue(point.channel());
            report.take(
                    gone ? MappingRules.DANGLING_REFERENCE : GeneralRules.UNKNOWN_REFERENCE,
                    "channel '" + point.channel() + "' does not exist on " + device.name() + " as fitted",
                    NearestName.hint(
                            "channel", point.channel(), sheets.get().channels().keySet()));
        }
        return found;
    }

    private Optional<MappedSignal> attribute(RowEnd end, DataReference reference) {
        Entry iedName = end.connection().orElseThrow().values().get(Connection.IED);
        Optional<Ied> ied = iedName == null ? Optional.empty() : project.ied(iedName.text());
        if (ied.isEmpty()) {
            return Optional.empty(); // the connection's own check says that its IED is unknown
        }
        Optional<DataAttribute> found = ied.get().attributeAt(reference.reference());
        if (found.isEmpty()) {
            var known = ied.get().logicalDevices().stream()
                    .flatMap(logical -> logical.nodes().stream())
                    .flatMap(node -> node.attributes().stream())
                    .map(DataAttribute::reference)
                    .toList();
            boolean gone = device.addresses().owners().containsValue(reference.reference());
            report.take(
                    gone ? MappingRules.DANGLING_REFERENCE : GeneralRules.UNKNOWN_REFERENCE,
                    "signal '" + reference.reference() + (gone ? "' is no longer in " : "' does not exist in ")
                            + ied.get().file().source(),
                    NearestName.of(reference.reference(), known)
                            .map(near -> "Did you mean '" + near + "'?")
                            .orElse("Search for the signal that is meant."));
        }
        return found.map(MappedSignal.OfIed::new);
    }
}
