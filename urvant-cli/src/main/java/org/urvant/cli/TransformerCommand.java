package org.urvant.cli;

import java.util.List;
import org.urvant.core.device.Meaning.TransformerSet;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.View;
import org.urvant.core.text.Word;
import org.urvant.project.Project;
import org.urvant.project.change.TransformerChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "transformer",
        description = {
            "Give devices other instrument transformers, and let every setting that depends on them follow: in all setting"
                    + " groups and tables, and in the ratings of the bays.",
            "Values on the primary side stay what they are, or those on the secondary side with --keep secondary. Each is"
                    + " listed with before and after; when one cannot be kept within its range, nothing is changed."
        },
        footer = {
            "",
            "Examples: urvant transformer F11 currents 400/5 --dry-run",
            "          urvant transformer F11,F12 currents '1.2 kA/1 A'",
            "          urvant transformer F11 voltages 11000/100 --keep secondary"
        })
final class TransformerCommand extends ChangingCommand {
    @Parameters(
            index = "0",
            paramLabel = "DEVICE",
            description = "Name of the device, several separated by commas, or a pattern such as 'F*'.")
    private String devices;

    @Parameters(
            index = "1",
            paramLabel = "SET",
            description =
                    "Which transformers: currents, low-side-currents, neutral-current, voltages, residual-voltage.")
    private String setName;

    @Parameters(index = "2", paramLabel = "RATIO", description = "Their rated primary and secondary value: 400/5.")
    private String ratio;

    @Option(
            names = "--keep",
            paramLabel = "SIDE",
            defaultValue = "primary",
            description = "Side on which values stay: primary, secondary. Default: primary.")
    private String keep;

    @Mixin
    private Consent consent;

    TransformerCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        TransformerSet set = Word.find(TransformerSet.class, setName)
                .orElseThrow(
                        () -> new UnknownNameException("set of transformers", setName, Word.all(TransformerSet.class)));
        List<String> sides = List.of(View.PRIMARY.word(), View.SECONDARY.word());
        View side = View.of(keep)
                .filter(view -> sides.contains(view.word()))
                .orElseThrow(() -> new UnknownNameException("side", keep, sides));
        String[] parts = ratio.split("/", -1);
        if (parts.length != 2 || parts[0].isBlank() || parts[1].isBlank()) {
            throw new MalformedInputException(
                    Position.in("RATIO"), "'" + ratio + "' is no ratio", "Write primary and secondary, such as 400/5.");
        }
        TransformerChange change = TransformerChange.of(
                project,
                Wildcard.choose("device", devices, project.devices().keySet()),
                new TransformerChange.Wanted(set, parts[0].strip(), parts[1].strip()),
                side);
        new TransformerView(this).show(change);
        if (change.rows().isEmpty() && change.ratings().isEmpty()) {
            note("they have these transformers already");
            return Exit.DONE;
        }
        if (!change.isPossible()) {
            throw new RefusedException(
                    count(
                                    change.rows().stream()
                                            .filter(TransformerView::isWrong)
                                            .count(),
                                    "value") + " cannot be kept, so nothing is changed",
                    "Give these values such that they fit both ratios first, or keep the other side.");
        }
        if (dryRun) {
            return Exit.DONE;
        }
        consent.ask("Change these?", "nothing was changed");
        folder.save(project, change.after());
        say("changed " + count(change.rows().size(), "value") + " of " + devices + "; urvant undo takes it back");
        next("urvant check");
        return Exit.DONE;
    }
}
