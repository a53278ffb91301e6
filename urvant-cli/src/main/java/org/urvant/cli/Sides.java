package org.urvant.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.point.list.ListColumns;
import org.urvant.core.point.list.PointList;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Reaiming;
import org.urvant.project.compare.Accepted;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ConfigurationFile;
import org.urvant.project.folder.KeptConfigurations;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.scl.FileComparison;
import org.urvant.scl.SclFile;

/** Finds what people name as a side of a comparison. */
final class Sides {
    private static final String BAY = "bay:";
    private static final String LIVE = "live";
    private static final List<String> MOMENTS = List.of(LIVE, "saved", "downloaded", "signed-off", "backup");

    private final Command command;
    private final DeviceAccess access;
    private final ProjectFolder folder;
    private final Project project;
    /** Protocol of the lists that are read from files; that of a list found before, where a person does not say it. */
    private String protocol;

    Sides(Command command, DeviceAccess access, ProjectFolder folder, Project project) {
        this.command = command;
        this.access = access;
        this.folder = folder;
        this.project = project;
    }

    /**
     * What was named.
     *
     * @param side its tree; empty for an SCL file
     * @param file the SCL file; empty for all else
     * @param site the site, when it is a whole one, of which no tree is made before it is known what it is held against
     */
    record Named(String name, Optional<Side> side, Optional<SclFile> file, Optional<Project> site) {
        static Named of(String name, Side side) {
            return new Named(name, Optional.of(side.named(name)), Optional.empty(), Optional.empty());
        }

        /** Returns the same with other names; an SCL file keeps its own. */
        Named renamed(Project project, Map<String, String> names) {
            return side.map(tree -> with(Reaiming.side(project, tree, names))).orElse(this);
        }

        private Named with(Side tree) {
            return new Named(name, Optional.of(tree.named(name)), file, site);
        }

        /** Returns the same, with the tree of a site made. */
        Named whole() {
            return site.map(project -> with(Side.of(project))).orElse(this);
        }

        /** Returns in what another one differs, which is wanted. */
        Comparison against(Named wanted, List<String> expected) {
            if (file.isPresent() != wanted.file.isPresent()) {
                String scl = file.isPresent() ? name : wanted.name;
                throw new RefusedException(
                        scl + " is an SCL file, and the other side is none", "Compare an SCL file with an SCL file.");
            }
            if (file.isPresent() && !expected.isEmpty()) {
                throw new RefusedException(
                        "what SCL files are expected to differ in cannot be said", "Leave --expect out.");
            }
            return file.isPresent()
                    ? FileComparison.of(file.get(), wanted.file.get())
                    : side.get().against(wanted.side.get(), expected);
        }

        /**
         * Returns its tree.
         *
         * @throws RefusedException when it is an SCL file
         */
        Side tree() {
            return side.orElseThrow(() -> new RefusedException(
                    name + " is an SCL file, and the other side is none",
                    "Take over between two SCL files, or import the newer one: urvant import FILE."));
        }

        /** Returns which differences to another side are accepted in a site; none between SCL files. */
        Accepted accepted(Project site, Named wanted, Comparison comparison) {
            return side.isPresent() && wanted.side.isPresent()
                    ? Accepted.of(site, side.get(), wanted.side.get(), comparison)
                    : new Accepted(new TreeMap<>());
        }

        /** Returns the unit of the value at a path; empty text for none. */
        String unit(String path) {
            return side.map(tree -> tree.unit(path)).orElse("");
        }

        /** Returns how much there is of it. */
        String brief() {
            if (site.isPresent()) {
                return Command.count(site.get().devices().size(), "device");
            }
            return file.map(scl -> Command.count(scl.ieds().size(), "IED"))
                    .orElseGet(() -> side.get().isEmpty()
                            ? "no configuration"
                            : Command.count(side.get().tree().valueCount(), "value"));
        }
    }

    /**
     * Returns what a person names: a device, one of its moments, a part of it, a bay, a list, a source, a file, a folder.
     *
     * @throws UnknownNameException when it is nothing of these
     */
    Named find(String name) {
        int at = name.lastIndexOf('@');
        int colon = name.indexOf(':');
        if (name.startsWith(BAY) && project.bays().containsKey(name.substring(BAY.length()))) {
            return Named.of(name, Side.of(project, project.bays().get(name.substring(BAY.length()))));
        }
        if (colon > 1 && isDevice(name.substring(0, colon))) {
            Side whole = find(name.substring(0, colon)).tree();
            return Named.of(name, whole.at(name.substring(colon + 1)));
        }
        if (at > 0 && project.devices().containsKey(name.substring(0, at))) {
            return Named.of(name, Side.of(project, moment(name.substring(0, at), name.substring(at + 1))));
        }
        if (project.devices().containsKey(name)) {
            return Named.of(name, Side.of(project, project.device(name)));
        }
        if (project.bays().containsKey(name)) {
            return Named.of(name, Side.of(project, project.bays().get(name)));
        }
        if (project.lists().containsKey(name)) {
            return list(name, project.list(name));
        }
        for (SclFile source : project.sources()) {
            if (source.name().equals(name)) {
                return new Named(name, Optional.empty(), Optional.of(source), Optional.empty());
            }
        }
        return file(name);
    }

    /** Says of which protocol the lists in files are; a null says nothing. */
    void assume(String given) {
        protocol = given == null ? null : ListColumns.protocol(given).id();
    }

    private Named list(String name, PointList list) {
        protocol = list.space().id();
        return Named.of(name, Side.of(list));
    }

    private boolean isDevice(String name) {
        int at = name.lastIndexOf('@');
        return project.devices().containsKey(at > 0 ? name.substring(0, at) : name);
    }

    /**
     * Returns which values of a device differ from a state: the one that is named; else what was downloaded last, or saved when
     * nothing was. Empty when no state is named and none is kept.
     */
    Optional<ChangedValues> changes(Device device, Optional<String> since) {
        return since.isEmpty()
                ? folder.history(device.name()).kept().changes(project, device)
                : since.map(state ->
                        ChangedValues.of(state, state(device, state), ConfigurationBuilder.build(project, device)));
    }

    /** Returns the configuration of a device at a moment, or of a configuration's file. */
    Configuration state(Device device, String state) {
        Path path = command.session.path(state);
        return !MOMENTS.contains(state) && Files.isRegularFile(path)
                ? ConfigurationFile.read(path, state).configuration()
                : moment(device.name(), state);
    }

    private Configuration moment(String name, String moment) {
        Device device = project.device(name);
        if (moment.equals(LIVE)) {
            try (DeviceAccess.Open open = access.open(command, folder, project, device)) {
                return open.link().read().orElse(Configuration.of(name, Map.of()));
            }
        }
        return Stream.of(KeptConfigurations.Moment.values())
                .filter(kept -> kept.word().equals(moment))
                .findFirst()
                .map(kept -> folder.history(name).kept().at(device, kept))
                .orElseThrow(() -> new UnknownNameException("moment", moment, MOMENTS));
    }

    private Named file(String name) {
        Path path = command.session.path(name);
        if (Files.isDirectory(path) && Files.isRegularFile(path.resolve(ProjectFolder.MANIFEST))) {
            Project other =
                    ProjectFolder.open(path, command.session.workplace()).load();
            return new Named(name, Optional.empty(), Optional.empty(), Optional.of(other));
        }
        if (!Files.isRegularFile(path)) {
            List<String> known = new ArrayList<>(project.devices().keySet());
            known.addAll(project.bays().keySet());
            known.addAll(project.lists().keySet());
            project.sources().forEach(source -> known.add(source.name()));
            throw new UnknownNameException("device, bay, list or file", name, known);
        }
        if (PointListFile.isTable(name)) {
            ListOptions options = new ListOptions();
            options.protocol = protocol;
            PointListFile.Read read = PointListFile.read(
                    path, name, options.how(name, project.conventions().headings()));
            if (!read.reading().isSound()) {
                throw new RefusedException(
                        name + " has rows that are not sound; it is not compared",
                        "Look at it first: urvant look " + name + ".");
            }
            return list(name, read.reading().list().orElseThrow());
        }
        if (name.toLowerCase(Locale.ROOT).endsWith(".json")) {
            return Named.of(
                    name, Side.of(project, ConfigurationFile.read(path, name).configuration()));
        }
        return scl(command, name);
    }

    /** Returns two SCL files that were named where there is no project, for they need none; empty for anything else. */
    static Optional<List<Named>> outside(Command command, String left, String right) {
        boolean isOutside = !command.hasProject() && right != null;
        return isOutside && isScl(command, left) && isScl(command, right)
                ? Optional.of(List.of(scl(command, left), scl(command, right)))
                : Optional.empty();
    }

    /** Returns whether a name is that of an SCL file, by how it ends. */
    static boolean isNamedScl(String name) {
        return name.toLowerCase(Locale.ROOT).matches(".+\\.(scd|cid|icd|iid|ssd|sed)");
    }

    private static boolean isScl(Command command, String name) {
        String small = name.toLowerCase(Locale.ROOT);
        return isNamedScl(name)
                || Files.isRegularFile(command.session.path(name))
                        && !PointListFile.isTable(name)
                        && !small.endsWith(".json");
    }

    private static Named scl(Command command, String name) {
        Path path = command.session.path(name);
        SclFile scl = command.during(
                "reading " + name,
                () -> command.session.known(command.progress()).read(path, name).file());
        return new Named(name, Optional.empty(), Optional.of(scl), Optional.empty());
    }

    /** Returns which name becomes which on the way back. */
    Map<String, String> turned(Map<String, String> aims) {
        Map<String, String> turned = new TreeMap<>();
        aims.forEach((left, right) -> {
            if (turned.put(right, left) != null) {
                throw command.wrongUse("--name makes two names " + right + "; that has no way back");
            }
        });
        return turned;
    }

    /**
     * Returns the command that comes next where two sides differ; empty when there are several ways to go on.
     *
     * @param isLive whether a device's own state was held against what the project says
     * @param isNamed whether a person said what is called otherwise
     */
    Optional<String> following(Named first, Named second, boolean isLive, boolean isNamed) {
        if (isLive) {
            return Optional.of("urvant download " + second.name());
        }
        if (first.file().isPresent()) {
            Predicate<Named> isOwn = side ->
                    project.sources().stream().anyMatch(source -> source.name().equals(side.name()));
            return isOwn.test(first) == isOwn.test(second)
                    ? Optional.empty()
                    : Optional.of("urvant look " + (isOwn.test(first) ? second : first).name());
        }
        Device left = project.devices().get(first.name());
        Device right = project.devices().get(second.name());
        if (isNamed || left == null || right == null) {
            return Optional.empty();
        }
        String called = Reaiming.between(left, right).entrySet().stream()
                .map(name -> " --name " + name.getKey() + "=" + name.getValue())
                .collect(Collectors.joining());
        return called.isEmpty()
                ? Optional.empty()
                : Optional.of("urvant compare " + left.name() + " " + right.name() + called);
    }

    /** Returns where an SCL file is that was named: one of the project, or one beside it. */
    Path path(Named named) {
        SclFile file = named.file().orElseThrow();
        boolean isOwn = project.sources().contains(file);
        return isOwn ? folder.root().resolve(file.source()) : command.session.path(named.name());
    }

    /** Returns two things that were named, to be held against each other. */
    List<Named> pair(String left, String right) {
        Named first = find(left);
        Named second = find(right);
        if (first.site().isEmpty() || second.site().isEmpty()) {
            return List.of(first.whole(), second.whole());
        }
        List<Side> both = Side.sites(first.site().get(), second.site().get());
        return List.of(first.with(both.get(0)), second.with(both.get(1)));
    }
}
