package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.project.folder.Ledger;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "history",
        description =
                "Show who did what to which device, when, and what was there before. A changed line of the record is"
                        + " found.",
        footer = {"", "Example: urvant history GW1"})
final class HistoryCommand extends Command {
    @Parameters(paramLabel = "DEVICE", arity = "0..1", description = "Name of the device; otherwise all.")
    private String device;

    @Option(names = "--addresses", description = "Show the addresses given, too.")
    private boolean addresses;

    HistoryCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        if (device != null) {
            folder.load().device(device);
        }
        Table table = new Table("time", "by", "device", "event", "fingerprint", "details");
        List<Object> rows = new ArrayList<>();
        int hidden = 0;
        List<String> torn = new ArrayList<>();
        for (String name : device == null ? folder.ledgers() : List.of(device)) {
            if (folder.history(name).isTorn()) {
                torn.add(name);
            }
            for (Ledger.Line line : folder.history(name).lines()) {
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
                        details(line));
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
        note(count(rows.size(), "line") + ", none altered"
                + (hidden == 0 ? "" : "; " + hidden + " addresses given, shown with --addresses"));
        return Exit.DONE;
    }

    private static String details(Ledger.Line line) {
        return switch (line.event()) {
            case "downloaded" -> "replaced " + brief(line.text("replaced")) + ", backup " + line.text("backup");
            case "download-begun" ->
                "to replace " + brief(line.text("replaced"))
                        + (line.text("restarts").equals("true") ? ", and to restart" : "");
            case "restarted" -> "runs again";
            case "read-back" -> line.text("equal").equals("true") ? "equal to the project" : "differs from the project";
            case "signed-off" -> line.text("note");
            case "saved" -> line.text("why");
            case "logged-on" ->
                line.text("factory-password").equals("true")
                        ? "with the factory password"
                        : "with a password of its own";
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
