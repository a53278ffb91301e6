package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.Pick;

/**
 * What goes when an imported file is taken out of the project again: its IEDs, and by device the connections to them and
 * the mappings of their signals. Addresses that were given stay given.
 *
 * @param source name of the imported file
 * @param ieds names of its IEDs that the project knows
 * @param connections names of the connections that go, by device
 * @param mappings rows that go, by device
 * @param orphans picks that no IED of the project fits any more; they stay
 */
public record SourceRemoval(
        String source,
        List<String> ieds,
        SortedMap<String, List<String>> connections,
        SortedMap<String, List<Mapping>> mappings,
        List<String> orphans) {
    /**
     * Says what goes with an imported file.
     *
     * @throws UnknownNameException when no file of that name was imported
     */
    public static SourceRemoval of(Project project, String source) {
        return project.sources().stream()
                .filter(file -> file.name().equals(source))
                .findFirst()
                .map(file -> of(project, file))
                .orElseThrow(() -> new UnknownNameException(
                        "imported file",
                        source,
                        project.sources().stream().map(SclFile::name).toList()));
    }

    private static SourceRemoval of(Project project, SclFile file) {
        project.requireWhole(); // what cannot be read could name its IEDs
        List<String> ieds = file.ieds().stream()
                .map(Ied::name)
                .filter(ied -> !project.unwanted(file).contains(ied))
                .toList();
        SortedMap<String, List<String>> connections = new TreeMap<>();
        SortedMap<String, List<Mapping>> mappings = new TreeMap<>();
        for (Device device : project.devices().values()) {
            Set<String> gone = device.connections().values().stream()
                    .filter(connection ->
                            connection.ied().filter(ieds::contains).isPresent())
                    .map(Connection::name)
                    .collect(Collectors.toSet());
            if (!gone.isEmpty()) {
                connections.put(device.name(), gone.stream().sorted().toList());
                mappings.put(
                        device.name(),
                        device.mappings().stream()
                                .filter(row -> gone.contains(row.to())
                                        || row.origins().stream().anyMatch(end -> gone.contains(end.connection())))
                                .toList());
            }
        }
        return new SourceRemoval(file.name(), ieds, connections, mappings, orphans(project, ieds));
    }

    private static List<String> orphans(Project project, List<String> gone) {
        Map<Boolean, List<Ied>> ieds =
                project.ieds().stream().collect(Collectors.partitioningBy(ied -> gone.contains(ied.name())));
        List<String> orphans = new ArrayList<>();
        for (Pick pick : project.picks().values()) {
            if (!pick.isGeneral()
                    && ieds.get(true).stream().anyMatch(pick::fits)
                    && ieds.get(false).stream().noneMatch(pick::fits)) {
                orphans.add(pick.name());
            }
        }
        return orphans;
    }

    /** Returns how many mappings go in all. */
    public int mappingCount() {
        return mappings.values().stream().mapToInt(List::size).sum();
    }

    /** Returns the change that takes the file out, with all that hangs on it, and keeps copies. */
    public Change change(Project project) {
        return new Change(
                project, carriedOut(project), Map.of(), Optional.empty(), Optional.of(source), Map.of(), true);
    }

    /** Returns the site without the file and all that hangs on it. */
    public Project carriedOut(Project project) {
        Project changed = project.with(project.imported().without(source));
        for (Map.Entry<String, List<String>> gone : connections.entrySet()) {
            Device device = project.device(gone.getKey());
            SortedMap<String, Connection> kept = new TreeMap<>(device.connections());
            kept.keySet().removeAll(gone.getValue());
            List<Mapping> rows = mappings.get(gone.getKey());
            changed = changed.with(device.withConnections(kept)
                    .withMappings(device.mappings().stream()
                            .filter(row -> !rows.contains(row))
                            .toList()));
        }
        return changed;
    }
}
