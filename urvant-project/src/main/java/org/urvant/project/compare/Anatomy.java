package org.urvant.project.compare;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Limits;
import org.urvant.core.tree.Value;
import org.urvant.core.unit.Unit;
import org.urvant.project.setting.DeviceSheets;

/**
 * What is known of the values in a tree.
 *
 * @param devices the devices in it, by where their parts stand, with a dot behind; empty text for all of it
 * @param within where the tree stands in its device, with a dot behind; empty text for the whole
 */
record Anatomy(NavigableMap<String, DeviceSheets> devices, String within) {
    private static final String SETTINGS = "settings.";

    /** Returns what is known of a part of a device. */
    Anatomy at(String path) {
        return new Anatomy(devices, within + path + ".");
    }

    /** Returns the patterns of what belongs to the one device. */
    TreeSet<String> identity() {
        TreeSet<String> patterns = new TreeSet<>();
        devices.forEach((at, sheets) -> {
            String before = at.isEmpty() ? "" : "devices.*.";
            identity(sheets.type()).forEach(path -> {
                if ((before + path).startsWith(within)) {
                    patterns.add((before + path).substring(within.length()));
                }
            });
        });
        return patterns;
    }

    private static List<String> identity(DeviceType type) {
        List<String> paths = new ArrayList<>(List.of("plate.description"));
        type.sheet().settings().values().stream()
                .filter(setting -> setting.traits().isIdentity())
                .forEach(setting -> paths.add(SETTINGS + setting.path()));
        type.tables().forEach((table, definition) -> definition.row().settings().values().stream()
                .filter(setting -> setting.traits().isIdentity())
                .forEach(setting -> paths.add(SETTINGS + table + ".*." + setting.path())));
        type.connections().values().forEach(kind -> kind.sheet().settings().values().stream()
                .filter(setting -> setting.traits().isIdentity())
                .forEach(setting -> paths.add("communications.*." + setting.path())));
        return paths;
    }

    /** Returns the unit of the number at a path of its tree; empty text for none. */
    String unit(String path) {
        return setting(path)
                .map(at -> at.setting().limits().unit())
                .map(Unit::symbol)
                .filter(symbol -> !symbol.equals("1"))
                .orElse("");
    }

    private Optional<DeviceSheets.SheetSetting> setting(String path) {
        return inDevice(path)
                .filter(found -> found.getKey().startsWith(SETTINGS))
                .flatMap(found -> found.getValue().seek(found.getKey().substring(SETTINGS.length())));
    }

    /** Returns where a path leads within the device that it leads into, and that device. */
    private Optional<Map.Entry<String, DeviceSheets>> inDevice(String path) {
        Map.Entry<String, DeviceSheets> nearest = devices.floorEntry(path);
        if (nearest == null || !path.startsWith(nearest.getKey())) {
            return Optional.empty();
        }
        return Optional.of(Map.entry(within + path.substring(nearest.getKey().length()), nearest.getValue()));
    }

    /** Returns whether the sections in the section at a path are rows of a table. */
    boolean isTable(String path) {
        if (path.equals("points") || path.startsWith("lists.") && path.endsWith(".points")) {
            return true;
        }
        Optional<Map.Entry<String, DeviceSheets>> found = inDevice(path);
        if (found.isEmpty()) {
            return false;
        }
        String inner = found.get().getKey();
        inner = inner.endsWith(".") ? inner.substring(0, inner.length() - 1) : inner; // the part itself is the table
        if (inner.equals("mappings") || inner.equals("communications")) {
            return true;
        }
        DeviceType type = found.get().getValue().type();
        String[] parts = inner.split("\\.");
        return parts[0].equals("settings")
                && (parts.length == 2 && type.tables().containsKey(parts[1])
                        || parts.length == 4 && type.groups().tables().containsKey(parts[3]));
    }

    /**
     * Returns the step that a value stands for: a number that a line carried in 32 bits is not quite what was meant. A value that
     * stands between two steps is none of them (IEEE 754, binary32).
     */
    Optional<Value> snapped(String path, Value value) {
        if (value.kind() != Value.Kind.NUMBER) {
            return Optional.empty();
        }
        return setting(path).filter(at -> at.setting().limits().step() != null).flatMap(at -> {
            Limits limits = at.setting().limits();
            BigDecimal from = limits.least() == null
                    ? BigDecimal.ZERO
                    : limits.least().at(at.sheet()).orElse(BigDecimal.ZERO);
            return limits.step()
                    .at(at.sheet())
                    .filter(step -> step.signum() > 0)
                    .flatMap(step -> snapped(new BigDecimal(value.text()), from, step));
        });
    }

    private static Optional<Value> snapped(BigDecimal number, BigDecimal from, BigDecimal step) {
        BigDecimal on = number.subtract(from)
                .divide(step, 0, RoundingMode.HALF_EVEN)
                .multiply(step)
                .add(from);
        return on.floatValue() == number.floatValue() ? Optional.of(Value.number(on)) : Optional.empty();
    }
}
