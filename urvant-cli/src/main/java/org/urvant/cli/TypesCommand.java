package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.file.SafeFile;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.type.Catalogue;
import org.urvant.project.type.DeviceTypeReader;
import org.urvant.report.page.Pages;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@CommandLine.Command(
        name = "types",
        description =
                "The device types: list and search them, read their documentation, make one of your own from another.",
        footer = {
            "",
            "Examples: urvant types",
            "          urvant types --find motor",
            "          urvant types page stenvaag-m3",
            "          urvant types copy stenvaag-m3 own-m3"
        })
final class TypesCommand extends ChangingCommand {
    @Option(
            names = "--find",
            paramLabel = "TEXT",
            defaultValue = "",
            description = "Only types whose name, maker, title or" + " labels contain a text.")
    private String find;

    @Option(names = "--sort", paramLabel = "COLUMN", defaultValue = "type", description = "type, maker or title.")
    private String sort;

    TypesCommand(Session session) {
        super(session);
    }

    private DeviceType type(String name) {
        return types().named(name);
    }

    private DeviceTypes types() {
        return hasProject() ? folder().types() : Catalogue.types();
    }

    @CommandLine.Command(name = "page", description = "Write the documentation of a type as a page.")
    int page(
            @Parameters(paramLabel = "TYPE", description = "Name of the type.") String name,
            @Option(names = "--out", paramLabel = "FILE", description = "The page; TYPE.html when not given.")
                    String file) {
        String target = file == null ? name + ".html" : file;
        SafeFile.writeText(target(target, ".html"), Pages.type(type(name)));
        say("wrote " + target);
        return Exit.DONE;
    }

    @CommandLine.Command(name = "copy", description = "Make a type of the project's own from another.")
    int copy(
            @Parameters(paramLabel = "TYPE", description = "Name of the type.") String name,
            @Parameters(paramLabel = "NEW", description = "Name of the new type.") String other) {
        ProjectFolder folder = folder();
        folder.ownTypes().copy(name, other);
        say("made types/" + other + ".yaml; edit it as it is needed");
        next("urvant types verify types/" + other + ".yaml");
        return Exit.DONE;
    }

    @CommandLine.Command(name = "verify", description = "Read a type's file and say what is wrong in it.")
    int verify(@Parameters(paramLabel = "FILE", description = "The type's file.") String file) {
        List<Finding> mistakes = new ArrayList<>();
        Optional<DeviceType> read =
                DeviceTypeReader.read(file, SafeFile.readText(session.path(file), 4_000_000, file), mistakes::add);
        read.ifPresent(type -> DeviceTypeReader.verifyLogic(type, mistakes::add));
        if (!mistakes.isEmpty()) {
            say(Findings.lines(mistakes.stream().sorted().toList(), session, true));
            return Exit.DIFFERENT;
        }
        DeviceType type = read.orElseThrow();
        say(paint.good("sound") + ": " + type.name() + ", "
                + count(type.settings().size(), "setting") + ", "
                + count(type.tables().size(), "table"));
        return Exit.DONE;
    }

    @CommandLine.Command(name = "remove", description = "Remove a type of the project's own that no device uses.")
    int remove(@Parameters(paramLabel = "TYPE", description = "Name of the type.") String name) {
        ProjectFolder folder = folder();
        folder.ownTypes().remove(folder.load(), name);
        sayDone("removed", "remove", "types/" + name + ".yaml");
        return Exit.DONE;
    }

    @Override
    public Integer call() {
        List<DeviceType> found = new ArrayList<>();
        for (DeviceType type : types().all()) {
            String all = (type.name() + " " + type.maker() + " " + type.title() + " "
                            + type.plate().labels())
                    .toLowerCase(Locale.ROOT);
            if (all.contains(find.toLowerCase(Locale.ROOT))) {
                found.add(type);
            }
        }
        switch (sort) {
            case "maker" -> found.sort((a, b) -> a.maker().compareTo(b.maker()));
            case "title" -> found.sort((a, b) -> a.title().compareTo(b.title()));
            case "type" -> {
                // as the catalogue has them
            }
            default -> throw new UnknownNameException("column", sort, List.of("type", "maker", "title"));
        }
        if (json) {
            sayJson(found.stream()
                    .map(type -> (Object) Json.object(
                            "type", type.name(),
                            "maker", type.maker(),
                            "title", type.title(),
                            "firmware", type.firmware(),
                            "labels", type.plate().labels(),
                            "examples", List.copyOf(type.handling().examples().keySet())))
                    .toList());
            return Exit.DONE;
        }
        if (found.isEmpty()) {
            note("no type is found by '" + find + "'");
            return Exit.DONE;
        }
        Table table = new Table("type", "what it is", "maker", "firmware", "settings", "tables", "modules", "examples");
        found.forEach(type -> table.row(
                type.name(),
                type.title(),
                type.maker(),
                String.join(", ", type.firmware()),
                type.settings().size(),
                type.tables().size() + type.groups().tables().size(),
                type.hardware().modules().size(),
                String.join(", ", type.handling().examples().keySet())));
        say(table);
        next("urvant types page TYPE");
        return Exit.DONE;
    }
}
