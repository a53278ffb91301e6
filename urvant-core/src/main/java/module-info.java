import org.jspecify.annotations.NullMarked;

/** What Urvant calculates and checks without files or sockets. */
@NullMarked
@SuppressWarnings("module") // the modules that a package is open to are made later
module org.urvant.core {
    requires static transitive org.jspecify;

    exports org.urvant.core.compare;
    exports org.urvant.core.device;
    exports org.urvant.core.error;
    exports org.urvant.core.evaluation;
    exports org.urvant.core.expression;
    exports org.urvant.core.finding;
    exports org.urvant.core.language;
    exports org.urvant.core.logic;
    exports org.urvant.core.network;
    exports org.urvant.core.point;
    exports org.urvant.core.point.iec61850 to
            org.urvant.project;
    exports org.urvant.core.point.list;
    exports org.urvant.core.point.modbus;
    exports org.urvant.core.point.program to
            org.urvant.project;
    exports org.urvant.core.progress;
    exports org.urvant.core.protection;
    exports org.urvant.core.range;
    exports org.urvant.core.sensor;
    exports org.urvant.core.signal;
    exports org.urvant.core.text;
    exports org.urvant.core.time;
    exports org.urvant.core.tree;
    exports org.urvant.core.unit;

    uses org.urvant.core.finding.RuleRoom;
    uses org.urvant.core.point.PointSpace;

    provides org.urvant.core.finding.RuleRoom with
            org.urvant.core.finding.GeneralRules,
            org.urvant.core.network.NetworkRules,
            org.urvant.core.device.ValueRules,
            org.urvant.core.device.TypeRules,
            org.urvant.core.point.list.ListRules;
    provides org.urvant.core.point.PointSpace with
            org.urvant.core.point.can.CanSpace,
            org.urvant.core.point.iec60870.Iec101Space,
            org.urvant.core.point.iec60870.Iec104Space,
            org.urvant.core.point.iec61850.Iec61850Space,
            org.urvant.core.point.modbus.ModbusSpace;
}
