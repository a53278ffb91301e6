package org.urvant.cli;

import java.util.List;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.finding.Position;
import org.urvant.core.project.AddressBook;
import org.urvant.core.project.Device;
import org.urvant.core.project.DeviceRecord;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Fitted;
import org.urvant.core.project.Particulars;

/** A device of a type of which nothing is given, to explain the type by. */
final class Blank {
    private Blank() {}

    static Device device(DeviceType type) {
        Position position = Position.in("type " + type.name());
        List<String> versions = type.firmware();
        return new Device(
                type.name(),
                new Entry(type.name(), position),
                new Entry(versions.get(versions.size() - 1), position),
                null,
                Particulars.NONE,
                Fitted.BARE,
                new TreeMap<>(),
                new TreeMap<>(),
                new TreeMap<>(),
                List.of(),
                AddressBook.empty(),
                DeviceRecord.empty(),
                position);
    }
}
