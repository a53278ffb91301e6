package org.urvant.cli;

import java.util.List;
import java.util.Optional;
import org.urvant.file.SafeFile;
import org.urvant.project.folder.LedgerProof;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "history",
        description =
                "Show who did what to which device, when, and what was there before. A changed line of the record is"
                        + " found.",
        footer = {"", "Examples: urvant history GW1", "          urvant history --verify"})
final class HistoryCommand extends ChangingCommand {
    private static final long MOST_HEADS = 50_000_000;

    @Parameters(paramLabel = "DEVICE", arity = "0..1", description = "Name of the device; otherwise all.")
    private String device;

    @Option(names = "--addresses", description = "Show the addresses given, too.")
    private boolean addresses;

    @Option(
            names = "--verify",
            description =
                    "Say what is wrong with the record, and which lines can be proven: by a commit, by a signature, or by"
                            + " heads kept before.")
    private boolean verify;

    @Option(
            names = "--from",
            paramLabel = "FILE",
            description = "With --verify: heads that --heads wrote before, kept where others cannot write.")
    private String from;

    @Option(
            names = "--heads",
            description = "Write the fingerprint of the newest line of each ledger to --out, to be kept elsewhere.")
    private boolean heads;

    @Option(names = "--out", paramLabel = "FILE", description = "File for the heads.")
    private String out;

    @Option(
            names = "--accept",
            description =
                    "Put on record that a device's ledger holds as it is: after branches were merged, or lines were lost.")
    private boolean isAccepted;

    @Option(names = "--reason", paramLabel = "TEXT", description = "Why it is accepted.")
    private String reason;

    HistoryCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        needs("--from", "--verify");
        apart("--verify", "--heads", "--accept");
        apart("--heads", "--accept");
        if (heads != (out != null)) {
            throw wrongUse("--heads and --out belong together");
        }
        if (isAccepted != (reason != null)) {
            throw wrongUse(isAccepted ? "--accept needs --reason" : "--reason is the reason of --accept");
        }
        if (heads) {
            SafeFile.writeText(session.path(out), folder.evidence().heads());
            say("wrote the heads of " + count(folder.ledgers().size(), "ledger") + " to " + out);
            return Exit.DONE;
        }
        if (isAccepted) {
            return accept(folder);
        }
        if (device != null && !folder.ledgers().contains(device)) {
            folder.load().device(device);
        }
        return verify
                ? verify(folder)
                : new HistoryView(this).show(folder, device == null ? folder.ledgers() : List.of(device), addresses);
    }

    private int accept(ProjectFolder folder) {
        if (device == null) {
            throw wrongUse("--accept needs a device");
        }
        folder.history(device)
                .accept(reason)
                .forEach(finding -> say("accepted: " + finding.position() + ": " + finding.message()));
        next("urvant history " + device);
        return Exit.DONE;
    }

    private int verify(ProjectFolder folder) {
        Optional<String> kept =
                Optional.ofNullable(from).map(file -> SafeFile.readText(session.path(file), MOST_HEADS, file));
        List<LedgerProof> proofs = folder.evidence().proofs(kept).stream()
                .filter(proof -> device == null || proof.device().equals(device))
                .toList();
        return new HistoryView(this).show(proofs);
    }
}
