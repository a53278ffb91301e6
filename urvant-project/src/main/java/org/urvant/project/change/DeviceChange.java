package org.urvant.project.change;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Ref;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.Past;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Copies and removes the devices of a site. */
public final class DeviceChange {
    private DeviceChange() {}

    /**
     * A project with a copy in it.
     *
     * @param project the project with the copy
     * @param drawn the copy's name, and that of the device it is of
     * @param given values that belong to the one device and that the conventions of the project gave, by path
     * @param open paths of the settings that the copy must be given, as they belong to the one device
     */
    public record Copied(
            Project project, Map<String, String> drawn, SortedMap<String, String> given, List<String> open) {
        /** Returns the change that makes the copy; its file is that of the device, comments and all. */
        public Change change(Project before) {
            return Change.of(before, project).drawing(drawn);
        }
    }

    /**
     * Adds a device with the values, modules, connections, mappings and programs of another, but for what belongs to the one
     * device.
     *
     * @param isTwin whether the two are a redundant pair that must stay alike
     * @throws RefusedException when the name is not allowed or taken
     */
    public static Copied copy(Project project, String from, String name, boolean isTwin) {
        Copied copied = drawn(project, from, name, isTwin);
        SortedMap<String, String> given = OwnValuesGiven.of(copied.project(), name, copied.open());
        Project with = ValueChange.set(copied.project(), name, given);
        List<String> open =
                copied.open().stream().filter(path -> !given.containsKey(path)).toList();
        return new Copied(withAddressesGiven(with, name), copied.drawn(), given, open);
    }

    /**
     * Returns the site in which the addresses of a device's rows are given, as those of rows that are proposed; one that was given
     * before keeps its owner.
     */
    public static Project withAddressesGiven(Project project, String name) {
        Device device = project.device(name);
        Map<AddressBook.GivenAddress, String> given = new HashMap<>();
        device.mappings().stream()
                .flatMap(row -> ResolvedMapping.resolve(project, device, row, finding -> {}).stream())
                .filter(resolved -> resolved.receiver().isEmpty() && !resolved.isToProgram())
                .forEach(resolved -> given.put(resolved.place(), resolved.signal()));
        Past past = device.past();
        return given.isEmpty()
                ? project
                : project.with(device.with(new Past(past.addresses().with(given), past.record())));
    }

    /** Copies a device whose rows may yet be made to name others, so that no address of it is given. */
    static Copied drawn(Project project, String from, String name, boolean isTwin) {
        project.requireWhole(project.device(from));
        NewDevice.requireFree(project, name);
        Device device = project.device(from);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        List<String> open = new ArrayList<>();
        Map<String, String> taken = new TreeMap<>();
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                if (setting.traits().isIdentity() && sheet.given().containsKey(setting.path())) {
                    taken.put(sheet.path(setting.path()), null);
                    if (!sheet.definition().settings(Meaning.OUT_OF_SERVICE).contains(setting)) {
                        open.add(sheet.path(setting.path()));
                    }
                }
            }
        }
        Plate plate = device.plate()
                .with(Plate.Item.ORIGIN, "copy of " + from)
                .without(Plate.Item.LINK)
                .without(Plate.Item.SERIAL)
                .without(Plate.Item.TWIN_OF);
        Device copy = sheets.with(taken)
                .named(name)
                .with(isTwin ? plate.with(Plate.Item.TWIN_OF, from) : plate)
                .with(device.fitted().withTicked(new TreeMap<>()));
        return new Copied(project.with(copy), Map.of(name, from), new TreeMap<>(), open);
    }

    /**
     * Removes a device with its mappings.
     *
     * @param isCascade whether to take away what refers to it too
     * @throws RefusedException when something refers to it and that is not to go too
     */
    public static Project remove(Project project, String name, boolean isCascade) {
        project.device(name);
        List<Reference> references = References.to(project, Ref.device(name));
        // what is muted about a device goes with it; that holds nobody up
        List<Reference> holding = references.stream()
                .filter(reference -> !(reference.place() instanceof Reference.Muted))
                .toList();
        if (!holding.isEmpty() && !isCascade) {
            throw new RefusedException(
                    name + " is still named by " + Pointing.words(holding),
                    "Change these first, or take them away too with --cascade.");
        }
        return Pointing.of(project, references, Ref.device(name), Optional.empty())
                .withoutDevice(name);
    }
}
