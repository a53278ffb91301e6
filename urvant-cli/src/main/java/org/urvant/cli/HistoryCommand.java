package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.finding.Finding;
import org.urvant.file.SafeFile;
import org.urvant.project.folder.DeviceHistory;
import org.urvant.project.folder.Ledger;
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
        if (from != null && !verify) {
            throw wrongUse("--from needs --verify");
        }
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
        return verify ? verify(folder) : show(folder);
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
        if (json) {
            sayJson(proofs.stream()
                    .map(proof -> Json.object(
                            "device", proof.device(),
                            "lines", proof.lines(),
                            "wrong", proof.wrong(),
                            "provenBy",
                                    proof.witnesses().stream()
                                            .map(witness ->
                                                    Json.object("witness", witness.name(), "lines", witness.lines()))
                                            .toList(),
                            "notProvable", proof.unproven()))
                    .toList());
        } else {
            proofs.forEach(this::say);
        }
        long wrong = proofs.stream().filter(proof -> !proof.wrong().isEmpty()).count();
        note(count(proofs.size(), "ledger") + ", " + (wrong == 0 ? "nothing wrong found" : wrong + " with mistakes"));
        return wrong == 0 ? Exit.DONE : Exit.DIFFERENT;
    }

    private void say(LedgerProof proof) {
        say(paint.strong(proof.device()) + "  " + count(proof.lines(), "line"));
        proof.wrong().forEach(wrong -> say("  " + paint.bad("wrong         ") + wrong));
        proof.witnesses()
                .forEach(witness -> say("  " + paint.good("proven        ")
                        + (witness.lines() == proof.lines() ? "all" : count(witness.lines(), "line")) + " by "
                        + witness.name()));
        if (!proof.unproven().isEmpty()) {
            say("  " + paint.warn("not provable  ") + "line" + (proof.unproven().size() == 1 ? " " : "s ")
                    + Ranges.of(proof.unproven()) + ": no commit, signature or kept heads know "
                    + (proof.unproven().size() == 1 ? "it" : "them"));
        }
    }

    private int show(ProjectFolder folder) {
        Table table = new Table("time", "by", "device", "event", "fingerprint", "details");
        List<Object> rows = new ArrayList<>();
        int hidden = 0;
        List<String> torn = new ArrayList<>();
        List<Finding> found = new ArrayList<>();
        for (String name : device == null ? folder.ledgers() : List.of(device)) {
            DeviceHistory history = folder.history(name);
            if (history.isTorn()) {
                torn.add(name);
            }
            found.addAll(history.findings());
            for (Ledger.Line line : history.lines()) {
                rows.add(line.fields());
                if (line.event().equals("address-given") && !addresses) {
                    hidden++;
                    continue;
                }
                String print = line.text("fingerprint");
                table.row(
                        line.text("at"),
                        line.text("by"),
                        name,
                        line.event(),
                        print.substring(0, Math.min(12, print.length())),
                        details(history, line));
            }
        }
        if (json) {
            sayJson(rows);
            return Exit.DONE;
        }
        if (!table.isEmpty()) {
            say(table);
        }
        torn.forEach(name -> say(paint.warn("ledger of " + name + ": ")
                + "a line at the end was never finished and does not count; a power cut leaves such a line"));
        found.forEach(finding -> say(paint.bad(finding.rule().id()) + "  " + finding.position() + ": "
                + finding.message() + "\n    " + Steps.text(finding.mend())));
        note(count(rows.size(), "line")
                + (found.isEmpty() ? ", none altered" : ", " + count(found.size(), "mistake"))
                + (hidden == 0 ? "" : "; " + hidden + " addresses given, shown with --addresses"));
        return found.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }

    private static String details(DeviceHistory history, Ledger.Line line) {
        return switch (line.event()) {
            case "downloaded" -> "replaced " + brief(line.text("replaced")) + ", backup " + line.text("backup");
            case "download-begun" ->
                "to replace " + brief(line.text("replaced"))
                        + (line.text("restarts").equals("true") ? ", and to restart" : "");
            case "restarted" -> "runs again";
            case "read-back" -> line.text("equal").equals("true") ? "equal to the project" : "differs from the project";
            case "signed-off" ->
                history.signature(line) + (line.text("note").isEmpty() ? "" : "; " + line.text("note"));
            case "saved" -> line.text("why");
            case "logged-on", "password-changed" ->
                line.text("user")
                        + (line.text("factory-password").equals("true")
                                ? "; some account has its factory password"
                                : "; no account has its factory password");
            case "failed" -> line.text("operation") + ": " + line.text("reason");
            case "clock-set" -> "to " + line.text("to");
            case "accepted" -> line.text("reason") + "; found: " + line.text("found");
            case "renamed" -> "from " + line.text("from");
            case "address-given" ->
                line.text("connection") + " "
                        + (line.text("point").isEmpty() ? line.text("address") : line.text("point")) + " to "
                        + line.text("signal");
            default -> "";
        };
    }

    private static String brief(String fingerprint) {
        return fingerprint.length() > 12 ? fingerprint.substring(0, 12) : fingerprint;
    }
}
