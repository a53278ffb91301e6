package org.urvant.cli;

import java.io.PrintWriter;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.text.NearestName;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;

/**
 * The {@code urvant} command. Only the command that is asked for is made ready, so that none pays for the others; help
 * and completion make all of them ready.
 */
public final class Urvant {
    private static final String NO_COMMAND = "";
    private static final Map<String, Function<Session, Object>> COMMANDS = new LinkedHashMap<>();

    static {
        COMMANDS.put("new", NewCommand::new);
        COMMANDS.put("look", LookCommand::new);
        COMMANDS.put("import", ImportCommand::new);
        COMMANDS.put("remove", RemoveCommand::new);
        COMMANDS.put("undo", UndoCommand::new);
        COMMANDS.put("recover", RecoverCommand::new);
        COMMANDS.put("site", SiteCommand::new);
        COMMANDS.put("signals", SignalsCommand::new);
        COMMANDS.put("points", PointsCommand::new);
        COMMANDS.put("requests", RequestsCommand::new);
        COMMANDS.put("handover", HandoverCommand::new);
        COMMANDS.put("pick", PickCommand::new);
        COMMANDS.put("device", DeviceCommand::new);
        COMMANDS.put("types", TypesCommand::new);
        COMMANDS.put("guide", GuideCommand::new);
        COMMANDS.put("fit", FitCommand::new);
        COMMANDS.put("order-code", OrderCodeCommand::new);
        COMMANDS.put("selectors", SelectorsCommand::new);
        COMMANDS.put("matrix", MatrixCommand::new);
        COMMANDS.put("logic", LogicCommand::new);
        COMMANDS.put("try", TryCommand::new);
        COMMANDS.put("bay", BayCommand::new);
        COMMANDS.put("settle", SettleCommand::new);
        COMMANDS.put("group", GroupCommand::new);
        COMMANDS.put("transformer", TransformerCommand::new);
        COMMANDS.put("study", StudyCommand::new);
        COMMANDS.put("curve", CurveCommand::new);
        COMMANDS.put("zones", ZonesCommand::new);
        COMMANDS.put("supervise", SuperviseCommand::new);
        COMMANDS.put("grading", GradingCommand::new);
        COMMANDS.put("test-points", TestPointsCommand::new);
        COMMANDS.put("retest", RetestCommand::new);
        COMMANDS.put("export", ExportCommand::new);
        COMMANDS.put("fill", FillCommand::new);
        COMMANDS.put("services", ServicesCommand::new);
        COMMANDS.put("connect", ConnectCommand::new);
        COMMANDS.put("map", MapCommand::new);
        COMMANDS.put("reports", ReportsCommand::new);
        COMMANDS.put("row", RowCommand::new);
        COMMANDS.put("enable", EnableCommand::new);
        COMMANDS.put("open", OpenCommand::new);
        COMMANDS.put("set", SetCommand::new);
        COMMANDS.put("drop", DropCommand::new);
        COMMANDS.put("rename", RenameCommand::new);
        COMMANDS.put("where", WhereCommand::new);
        COMMANDS.put("show", ShowCommand::new);
        COMMANDS.put("review", ReviewCommand::new);
        COMMANDS.put("check", CheckCommand::new);
        COMMANDS.put("mute", MuteCommand::new);
        COMMANDS.put("save", SaveCommand::new);
        COMMANDS.put("configuration", ConfigurationCommand::new);
        COMMANDS.put("identify", IdentifyCommand::new);
        COMMANDS.put("clock", ClockCommand::new);
        COMMANDS.put("compare", CompareCommand::new);
        COMMANDS.put("download", DownloadCommand::new);
        COMMANDS.put("read", ReadCommand::new);
        COMMANDS.put("adopt", AdoptCommand::new);
        COMMANDS.put("clear", ClearCommand::new);
        COMMANDS.put("password", PasswordCommand::new);
        COMMANDS.put("verify", VerifyCommand::new);
        COMMANDS.put("sign-off", SignOffCommand::new);
        COMMANDS.put("history", HistoryCommand::new);
        COMMANDS.put("signing-key", SigningKeyCommand::new);
        COMMANDS.put("forget", ForgetCommand::new);
        COMMANDS.put("bench", BenchCommand::new);
        COMMANDS.put("explain", ExplainCommand::new);
        COMMANDS.put("completion", CompletionCommand::new);
        COMMANDS.put("demo", DemoCommand::new);
    }

    private Urvant() {}

    /** Returns the names of all commands, in the order of the work. */
    static Set<String> names() {
        return Collections.unmodifiableSet(COMMANDS.keySet());
    }

    /** Runs one command and returns its exit code; never ends the running program. */
    static int execute(Session session, String... arguments) {
        boolean versionOnly =
                Arrays.equals(arguments, new String[] {"--version"}) || Arrays.equals(arguments, new String[] {"-V"});
        String wanted = Arrays.stream(arguments)
                .filter(argument -> !argument.startsWith("-"))
                .findFirst()
                .filter(COMMANDS::containsKey)
                .orElse(versionOnly ? NO_COMMAND : null);
        for (String argument : arguments) {
            if (argument.indexOf('\uFFFD') >= 0) { // Java could not read it, and would store that sign instead
                session.err()
                        .println(session.paint().bad("urvant: ") + "'" + argument + "' holds letters that were lost");
                session.err().println("  Use a locale with UTF-8, such as LC_ALL=C.UTF-8.");
                return Exit.USAGE;
            }
        }
        CommandLine line = commandLine(session, wanted);
        try {
            return line.execute(arguments);
        } catch (OutOfMemoryError e) {
            session.err()
                    .println(session.paint().bad("urvant: ") + "the work needs more memory than Java may use here");
            session.err().println("  Give it more, such as URVANT_JAVA_OPTIONS=-Xmx4g, or take a smaller file.");
            return Exit.FAILED;
        }
    }

    /** Returns the command line with one command made ready, or with all of them when none is named. */
    static CommandLine commandLine(Session session, String only) {
        CommandLine line = new CommandLine(new RootCommand(session));
        COMMANDS.forEach((name, maker) -> {
            if (only == null || only.equals(name)) {
                line.addSubcommand(name, maker.apply(session));
            }
        });
        line.setOut(session.out());
        line.setErr(session.err());
        line.setUsageHelpWidth(Math.min(session.width(), 110));
        line.setColorScheme(CommandLine.Help.defaultColorScheme(
                session.paint().isOn() ? CommandLine.Help.Ansi.ON : CommandLine.Help.Ansi.OFF));
        line.setCaseInsensitiveEnumValuesAllowed(true);
        line.setExecutionStrategy(Urvant::run);
        line.setParameterExceptionHandler((e, arguments) -> usageMistake(session, e));
        line.setExecutionExceptionHandler((e, command, parsed) -> mistake(session, e));
        return line;
    }

    private static int run(CommandLine.ParseResult parsed) {
        try {
            int code = new CommandLine.RunLast().execute(parsed);
            commands(parsed).forEach(Command::done);
            return code;
        } finally {
            commands(parsed).forEach(Command::end);
        }
    }

    private static List<Command> commands(CommandLine.ParseResult parsed) {
        return parsed.asCommandLineList().stream()
                .map(CommandLine::getCommand)
                .filter(Command.class::isInstance)
                .map(Command.class::cast)
                .toList();
    }

    private static int usageMistake(Session session, CommandLine.ParameterException e) {
        CommandSpec spec = e.getCommandLine().getCommandSpec();
        String message = e.getMessage();
        if (e instanceof CommandLine.UnmatchedArgumentException unmatched
                && !unmatched.getUnmatched().isEmpty()) {
            String word = unmatched.getUnmatched().get(0);
            message = spec.parent() == null
                    ? "there is no command '" + word + "'. " + NearestName.hint("command", word, COMMANDS.keySet())
                    : "'" + word + "' is not expected here. "
                            + (word.startsWith("-")
                                    ? NearestName.hint(
                                            "option", word, spec.optionsMap().keySet())
                                    : "");
        }
        session.err().println(session.paint().bad("urvant: ") + message.strip().replace("option option", "option"));
        session.err().println("  see " + session.paint().command(spec.qualifiedName() + " --help"));
        return Exit.USAGE;
    }

    private static int mistake(Session session, Exception e) {
        PrintWriter err = session.err();
        if (e instanceof UrvantException known) {
            err.println(session.paint().bad("urvant: ") + known.placedMessage());
            err.println("  " + Steps.text(known.mend()));
            if (session.environment().containsKey("URVANT_DEBUG")) {
                e.printStackTrace(err);
            }
            return known instanceof UnknownNameException ? Exit.USAGE : Exit.FAILED;
        }
        err.println(session.paint().bad("urvant: ") + "an error in Urvant itself: " + e);
        err.println("  Run it again with URVANT_DEBUG=1 in the environment and report what it prints.");
        if (session.environment().containsKey("URVANT_DEBUG")) {
            e.printStackTrace(err);
        }
        return Exit.FAILED;
    }
}
