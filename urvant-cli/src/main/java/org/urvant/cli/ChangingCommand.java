package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.ScopeType;

/** A command that can change a project: it can be rehearsed, and programs are told which files it wrote. */
abstract class ChangingCommand extends Command {
    @Option(
            names = "--dry-run",
            scope = ScopeType.INHERIT,
            description = "Only say what would change in the project; its files stay as they are.")
    boolean dryRun;

    private Optional<ProjectFolder> opened = Optional.empty();

    ChangingCommand(Session session) {
        super(session);
    }

    @Override
    void opened(ProjectFolder folder) {
        opened = Optional.of(folder);
        if (dryRun) {
            note(paint.warn("dry run: ") + "the files of the project stay as they are");
        }
        if (dryRun && !asksDevices()) {
            folder.rehearse();
        }
    }

    /** What a device was asked is on record, rehearsal or not; such a command begins to rehearse by itself. */
    boolean asksDevices() {
        return false;
    }

    @Override
    boolean isRehearsal() {
        return dryRun;
    }

    /** After a rehearsal the next step is the command itself. */
    @Override
    void next(String command) {
        super.next(dryRun ? "the same without --dry-run" : command);
    }

    /** Says what was done, or would be. */
    final void sayDone(String done, String wouldBe, String rest) {
        say((dryRun ? "would " + wouldBe : done) + " " + rest);
    }

    /** Says where a copy of what stood in a file is. */
    final void sayKept(String file) {
        say((dryRun ? "a copy would be kept in " : "kept a copy in ") + file);
    }

    private List<String> files() {
        return opened.map(folder -> List.copyOf(folder.written())).orElse(List.of());
    }

    @Override
    Map<String, Object> answer() {
        Map<String, Object> answer = super.answer();
        answer.put("files", files());
        answer.put("dryRun", dryRun);
        return answer;
    }

    @Override
    void finish() {
        List<String> files = files().stream()
                .filter(file -> !file.startsWith("backups/")) // what is only kept changes nothing
                .toList();
        if (dryRun && !files.isEmpty()) {
            note(paint.warn("dry run: ") + "without --dry-run " + some(files) + " would change");
        }
    }
}
