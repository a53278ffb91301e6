package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.formats.table.BayTable;
import org.urvant.project.Project;
import org.urvant.project.change.BayCopy;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@CommandLine.Command(
        name = "bay",
        description = "List the bays of the site, or copy one with its devices.",
        footer = {
            "",
            "Examples: urvant bay",
            "          urvant bay copy F11 F12",
            "          urvant bay copy M1 M2 --name M31=M32 --texts",
            "          urvant bay copy F11 --from bays.csv",
            "A table has a column 'bay' with the new bays, a column for each name that becomes another one, and one for each"
                    + " value that a copy gets: bay,F11,F11.network.address."
        })
final class BayCommand extends ChangingCommand {
    BayCommand(Session session) {
        super(session);
    }

    @CommandLine.Command(
            name = "copy",
            description =
                    "Copy a bay: its ratings, what feeds it, its devices with values, modules, connections, mappings"
                            + " and programs. What they name of each other follows; names outside are kept and listed.")
    int copy(
            @Parameters(index = "0", paramLabel = "BAY", description = "The bay to copy.") String from,
            @Parameters(index = "1..*", arity = "0..*", paramLabel = "NEW", description = "Names of the copies.")
                    List<String> bays,
            @Option(
                            names = "--name",
                            paramLabel = "OLD=NEW",
                            description = "New name of a device of the bay, or of an IED that its devices ask; a device"
                                    + " called after the bay follows by itself.")
                    List<String> names,
            @Option(names = "--from", paramLabel = "FILE", description = "Table of many copies (.csv).") String file,
            @Option(names = "--texts", description = "Let texts for people follow the names too.") boolean texts,
            @Mixin Consent consent) {
        ProjectFolder folder = changing();
        Project project = load(folder);
        List<String> given = bays == null ? List.of() : bays;
        List<String> renamed = names == null ? List.of() : names;
        if (given.isEmpty() == (file == null)) {
            throw wrongUse(file == null ? "no new bay is named" : "name new bays, or give a table, not both");
        }
        if (file != null && !renamed.isEmpty()) {
            throw wrongUse("with a table, names stand in its columns");
        }
        if (given.size() > 1 && !renamed.isEmpty()) {
            throw wrongUse("one name for several copies would be given twice; write a table, and give --from");
        }
        List<BayCopy.Wanted> wanted = file == null
                ? given.stream()
                        .map(bay -> new BayCopy.Wanted(bay, renames(renamed), Map.of()))
                        .toList()
                : table(file);
        BayCopy plan = during("copying", () -> BayCopy.plan(project, from, wanted, texts));
        new BayView(this).say(plan);
        if (dryRun) {
            return Exit.DONE;
        }
        consent.ask("Make " + count(plan.made().size(), "bay") + "?", "nothing was changed");
        folder.carryOut(plan.change(project));
        say("made " + count(plan.made().size(), "bay") + " with "
                + count(plan.drawn().size(), "device"));
        String first = plan.made().get(0).bay();
        next("urvant open, then urvant compare bay:" + from + " bay:" + first);
        return Exit.DONE;
    }

    private List<BayCopy.Wanted> table(String file) {
        Map<String, SortedMap<String, Entry>> rows = BayTable.read(session.path(file), file);
        if (rows.isEmpty()) {
            throw new RefusedException(file + " has no rows", "Give each new bay one.");
        }
        return rows.entrySet().stream()
                .map(row -> BayCopy.Wanted.of(row.getKey(), row.getValue()))
                .toList();
    }

    @Override
    public Integer call() {
        new BayView(this).say(load(folder()));
        return Exit.DONE;
    }
}
