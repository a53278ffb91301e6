package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.project.folder.DeviceHistory;
import org.urvant.project.folder.Ledger;
import org.urvant.project.folder.LedgerProof;
import org.urvant.project.folder.ProjectFolder;

/** Shows the record of devices: what was done, and what can be proven of it. */
final class HistoryView {
    private final Command command;

    HistoryView(Command command) {
        this.command = command;
    }

    /** Shows the ledgers of some devices, and returns how the command ends. */
    int show(ProjectFolder folder, List<String> devices, boolean isWithAddresses) {
        Table table = new Table("time", "by", "device", "event", "fingerprint", "details");
        List<Object> rows = new ArrayList<>();
        int hidden = 0;
        List<String> torn = new ArrayList<>();
        List<Finding> found = new ArrayList<>();
        for (String name : devices) {
            DeviceHistory history = folder.history(name);
            if (history.isTorn()) {
                torn.add(name);
            }
            found.addAll(history.findings());
            for (Ledger.Line line : history.lines()) {
                rows.add(line.fields());
                if (line.event().equals("address-given") && !isWithAddresses) {
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
        if (command.json) {
            command.sayJson(rows);
            return Exit.DONE;
        }
        if (!table.isEmpty()) {
            command.say(table);
        }
        torn.forEach(name -> command.say(command.paint.warn("ledger of " + name + ": ")
                + "a line at the end was never finished and does not count; a power cut leaves such a line"));
        found.forEach(finding -> command.say(command.paint.bad(finding.rule().id()) + "  " + finding.position() + ": "
                + finding.message() + "\n    " + Steps.text(finding.mend())));
        command.note(Command.count(rows.size(), "line")
                + (found.isEmpty() ? ", none altered" : ", " + Command.count(found.size(), "mistake"))
                + (hidden == 0 ? "" : "; " + hidden + " addresses given, shown with --addresses"));
        return found.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }

    /** Shows what is wrong and what is proven, and returns how the command ends. */
    int show(List<LedgerProof> proofs) {
        if (command.json) {
            command.sayJson(proofs.stream().map(HistoryView::json).toList());
        } else {
            proofs.forEach(this::say);
        }
        long wrong = proofs.stream().filter(proof -> !proof.wrong().isEmpty()).count();
        command.note(Command.count(proofs.size(), "ledger") + ", "
                + (wrong == 0 ? "nothing wrong found" : wrong + " with mistakes"));
        return wrong == 0 ? Exit.DONE : Exit.DIFFERENT;
    }

    private static Object json(LedgerProof proof) {
        return Json.object(
                "device", proof.device(),
                "lines", proof.lines(),
                "wrong", proof.wrong(),
                "provenBy",
                        proof.witnesses().stream()
                                .map(witness -> Json.object("witness", witness.name(), "lines", witness.lines()))
                                .toList(),
                "notProvable", proof.unproven());
    }

    private void say(LedgerProof proof) {
        command.say(command.paint.strong(proof.device()) + "  " + Command.count(proof.lines(), "line"));
        proof.wrong().forEach(wrong -> command.say("  " + command.paint.bad("wrong         ") + wrong));
        proof.witnesses()
                .forEach(witness -> command.say("  " + command.paint.good("proven        ")
                        + (witness.lines() == proof.lines() ? "all" : Command.count(witness.lines(), "line")) + " by "
                        + witness.name()));
        if (!proof.unproven().isEmpty()) {
            command.say("  " + command.paint.warn("not provable  ") + "line"
                    + (proof.unproven().size() == 1 ? " " : "s ")
                    + Ranges.of(proof.unproven()) + ": no commit, signature or kept heads know "
                    + (proof.unproven().size() == 1 ? "it" : "them"));
        }
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
