package org.urvant.project.type;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.urvant.core.device.Bound;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Hardware;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.OrderCode;
import org.urvant.core.device.SettingDefinition;
import org.urvant.file.yaml.FieldReader;

/** Numbers of a type that contradict each other: of versions, slots, channels and setting groups. */
final class HardwareVerifier {
    private static final Pattern VERSION = Pattern.compile("\\d{1,6}(\\.\\d{1,6}){0,4}");

    private final FieldReader fields;
    private final DeviceType type;

    private HardwareVerifier(FieldReader fields, DeviceType type) {
        this.fields = fields;
        this.type = type;
    }

    static void verify(FieldReader fields, DeviceType type) {
        HardwareVerifier verifier = new HardwareVerifier(fields, type);
        verifier.versions();
        verifier.groups();
        Optional.ofNullable(type.hardware().orderCode()).ifPresent(verifier::letters);
        verifier.channels();
        verifier.accounts();
        fields.child("functions")
                .ifPresent(functions ->
                        type.handling().functions().forEach(function -> verifier.needs(functions, function)));
    }

    /** What is older and newer follows from the order; versions that are numbers must stand in theirs. */
    private void versions() {
        List<String> versions = type.firmware();
        for (int i = 1; i < versions.size(); i++) {
            String before = versions.get(i - 1);
            String after = versions.get(i);
            boolean areNumbers =
                    VERSION.matcher(before).matches() && VERSION.matcher(after).matches();
            if (areNumbers && isNewer(before, after)) {
                fields.child("firmware")
                        .ifPresent(reader -> reader.report(
                                reader.at(after),
                                "firmware " + after + " stands behind " + before + ", which is newer",
                                "Write the oldest version first."));
            }
        }
    }

    private static boolean isNewer(String version, String than) {
        String[] own = version.split("\\.");
        String[] other = than.split("\\.");
        for (int i = 0; i < Math.min(own.length, other.length); i++) {
            int order = Integer.compare(Integer.parseInt(own[i]), Integer.parseInt(other[i]));
            if (order != 0) {
                return order > 0;
            }
        }
        return own.length > other.length;
    }

    private void groups() {
        for (SettingDefinition setting : type.layout().sheet().settings(Meaning.ACTIVE_GROUP)) {
            Bound most = setting.limits().most();
            int groups = Math.max(1, type.groups().most());
            if (most == null || most.fixed() == null || most.fixed().intValue() <= groups) {
                continue;
            }
            Map<String, FieldReader> readers = Expansion.children(fields, "settings");
            FieldReader reader = readers.get(setting.path());
            reader.report(
                    reader.at("most"),
                    setting.path() + " can be " + most.fixed().toPlainString() + "; there are " + groups
                            + " setting groups",
                    "Correct it, or 'most' of 'groups'.");
        }
    }

    private void letters(OrderCode code) {
        Map<String, ModuleKind> modules = type.hardware().modules();
        for (OrderCode.Part part : code.parts()) {
            part.letters().forEach((letter, meant) -> {
                ModuleKind module = modules.get(meant.module());
                boolean isMisplaced = module != null
                        && !module.slots().isEmpty()
                        && !part.slot().isEmpty()
                        && !module.slots().contains(part.slot());
                if (isMisplaced) {
                    fields.child("order-code")
                            .ifPresent(reader -> reader.report(
                                    reader.at("positions"),
                                    "letter '" + letter + "' of '" + part.name() + "' puts module " + module.name()
                                            + " into slot " + part.slot() + ", where it does not fit",
                                    "It fits " + String.join(", ", module.slots()) + "."));
                }
            });
        }
    }

    /** A kind of channel is there for something, and a selector belongs to a channel that a device can have. */
    private void channels() {
        type.hardware().channels().forEach((name, kind) -> {
            int most = most(kind);
            if (most == 0) {
                fields.child("channels")
                        .ifPresent(reader -> reader.report(
                                reader.at(name),
                                "no device has a channel " + name + ": it has none of its own, and no module gives one",
                                "Give its 'count', or let a module give it."));
            }
            Expansion.children(fields, "selectors").forEach((selector, reader) -> {
                String follows = Words.text(reader, "follows");
                if (follows.matches(name + "\\d{1,4}\\..+")
                        && Integer.parseInt(follows.substring(name.length(), follows.indexOf('.'))) > most) {
                    reader.report(
                            reader.at("follows"),
                            selector + " follows " + follows + "; a device has " + most + " channels " + name
                                    + " at most",
                            "Correct the number of the channel, or of the selectors.");
                }
            });
        });
    }

    /** To a device that nobody may configure nothing can be downloaded. */
    private void accounts() {
        if (type.handling().isProgrammable()
                && !type.accounts().isEmpty()
                && type.engineer().isEmpty()) {
            fields.report(
                    fields.at("accounts"), "no user of a new device may configure it", "Give one the role engineer.");
        }
    }

    private int most(ChannelKind kind) {
        Hardware hardware = type.hardware();
        int most = kind.count();
        for (String slot : hardware.slots()) {
            most += hardware.modules().values().stream()
                    .filter(module -> module.slots().isEmpty() || module.slots().contains(slot))
                    .mapToInt(module -> module.gives().getOrDefault(kind.name(), 0))
                    .max()
                    .orElse(0);
        }
        return most;
    }

    private void needs(FieldReader functions, DeviceFunction function) {
        function.reach().needs().forEach((name, need) -> {
            ChannelKind kind = type.hardware().channels().get(name);
            int most = kind == null ? need.count() : most(kind); // a kind that is none was told where it stands
            if (need.count() > most) {
                functions.report(
                        functions.at(function.name()),
                        function.name() + " needs " + need.count() + " channels " + name + ", and a device has " + most
                                + " at most",
                        "Correct the number, or the channels.");
            }
        });
    }
}
