package org.urvant.cli;

import static picocli.CommandLine.Model.UsageMessageSpec.SECTION_KEY_COMMAND_LIST;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumMap;
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
    private static final String GUARD = "\u0001";
    private static final String NO_COMMAND = "";
    private static final Map<String, Function<Session, Object>> COMMANDS = new LinkedHashMap<>();
    private static final Map<String, Group> GROUPS = new LinkedHashMap<>();

    static {
        add(Group.DAILY, "look", LookCommand::new);
        add(Group.DAILY, "import", ImportCommand::new);
        add(Group.DAILY, "signals", SignalsCommand::new);
        add(Group.DAILY, "map", MapCommand::new);
        add(Group.DAILY, "show", ShowCommand::new);
        add(Group.DAILY, "set", SetCommand::new);
        add(Group.DAILY, "check", CheckCommand::new);
        add(Group.DAILY, "compare", CompareCommand::new);
        add(Group.DAILY, "download", DownloadCommand::new);
        add(Group.DAILY, "verify", VerifyCommand::new);
        add(Group.DAILY, "undo", UndoCommand::new);
        add(Group.DAILY, "explain", ExplainCommand::new);
        add(Group.PROJECT, "new", NewCommand::new);
        add(Group.PROJECT, "site", SiteCommand::new);
        add(Group.PROJECT, "bay", BayCommand::new);
        add(Group.PROJECT, "settle", SettleCommand::new);
        add(Group.PROJECT, "grading", GradingCommand::new);
        add(Group.PROJECT, "points", PointsCommand::new);
        add(Group.PROJECT, "pick", PickCommand::new);
        add(Group.PROJECT, "open", OpenCommand::new);
        add(Group.PROJECT, "mute", MuteCommand::new);
        add(Group.PROJECT, "where", WhereCommand::new);
        add(Group.PROJECT, "rename", RenameCommand::new);
        add(Group.PROJECT, "recover", RecoverCommand::new);
        add(Group.SOURCE, "reports", ReportsCommand::new);
        add(Group.SOURCE, "handover", HandoverCommand::new);
        add(Group.SOURCE, "remove", RemoveCommand::new);
        add(Group.DEVICE, "device", DeviceCommand::new);
        add(Group.DEVICE, "guide", GuideCommand::new);
        add(Group.DEVICE, "connect", ConnectCommand::new);
        add(Group.DEVICE, "row", RowCommand::new);
        add(Group.DEVICE, "enable", EnableCommand::new);
        add(Group.DEVICE, "renumber", RenumberCommand::new);
        add(Group.DEVICE, "drop", DropCommand::new);
        add(Group.DEVICE, "fill", FillCommand::new);
        add(Group.DEVICE, "export", ExportCommand::new);
        add(Group.DEVICE, "fit", FitCommand::new);
        add(Group.DEVICE, "order-code", OrderCodeCommand::new);
        add(Group.DEVICE, "selectors", SelectorsCommand::new);
        add(Group.DEVICE, "matrix", MatrixCommand::new);
        add(Group.DEVICE, "group", GroupCommand::new);
        add(Group.DEVICE, "transformer", TransformerCommand::new);
        add(Group.DEVICE, "services", ServicesCommand::new);
        add(Group.DEVICE, "requests", RequestsCommand::new);
        add(Group.DEVICE, "save", SaveCommand::new);
        add(Group.DEVICE, "configuration", ConfigurationCommand::new);
        add(Group.DEVICE, "review", ReviewCommand::new);
        add(Group.DEVICE, "clear", ClearCommand::new);
        add(Group.PROTECTION, "study", StudyCommand::new);
        add(Group.PROTECTION, "curve", CurveCommand::new);
        add(Group.PROTECTION, "zones", ZonesCommand::new);
        add(Group.PROTECTION, "differential", DifferentialCommand::new);
        add(Group.PROTECTION, "supervise", SuperviseCommand::new);
        add(Group.PROTECTION, "test-points", TestPointsCommand::new);
        add(Group.PROTECTION, "retest", RetestCommand::new);
        add(Group.TYPE, "types", TypesCommand::new);
        add(Group.LOGIC, "logic", LogicCommand::new);
        add(Group.LOGIC, "try", TryCommand::new);
        add(Group.LINK, "identify", IdentifyCommand::new);
        add(Group.LINK, "clock", ClockCommand::new);
        add(Group.LINK, "read", ReadCommand::new);
        add(Group.LINK, "adopt", AdoptCommand::new);
        add(Group.LINK, "password", PasswordCommand::new);
        add(Group.LINK, "sign-off", SignOffCommand::new);
        add(Group.LINK, "history", HistoryCommand::new);
        add(Group.LINK, "signing-key", SigningKeyCommand::new);
        add(Group.LINK, "forget", ForgetCommand::new);
        add(Group.BENCH, "bench", BenchCommand::new);
        add(Group.BENCH, "demo", DemoCommand::new);
        add(Group.BENCH, "completion", CompletionCommand::new);
    }

    /** What commands are about; the list of all shows them so. */
    enum Group {
        DAILY("Every day"),
        PROJECT("Project and site"),
        SOURCE("What was imported"),
        DEVICE("Devices"),
        PROTECTION("Protection"),
        TYPE("Device types"),
        LOGIC("Programs of devices"),
        LINK("Devices on the line, and the record"),
        BENCH("To try things out");

        private final String title;

        Group(String title) {
            this.title = title;
        }

        /** Returns the heading of the group. */
        String title() {
            return title;
        }
    }

    private static void add(Group group, String name, Function<Session, Object> maker) {
        COMMANDS.put(name, maker);
        GROUPS.put(name, group);
    }

    private Urvant() {}

    /** Returns the groups of commands, and the names of those in each. */
    static Map<Group, List<String>> groups() {
        Map<Group, List<String>> groups = new EnumMap<>(Group.class);
        GROUPS.forEach((name, group) ->
                groups.computeIfAbsent(group, key -> new ArrayList<>()).add(name));
        return groups;
    }

    /** Returns the names of all commands, in the order in which they are listed. */
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
            return line.execute(Arrays.stream(arguments).map(Urvant::guarded).toArray(String[]::new));
        } catch (OutOfMemoryError e) {
            session.err()
                    .println(session.paint().bad("urvant: ") + "the work needs more memory than Java may use here");
            session.err().println("  Give it more, such as URVANT_JAVA_OPTIONS=-Xmx4g, or take a smaller file.");
            return Exit.FAILED;
        }
    }

    /** A value below zero with its unit, {@code -50 °C}, is no option, though it begins like one. */
    private static String guarded(String argument) {
        boolean isPlain = argument.matches("-[0-9]+([.][0-9]+)?"); // which nobody takes for an option
        return !isPlain && argument.matches("-[0-9.].*") ? GUARD + argument : argument;
    }

    static String unguarded(String argument) {
        return argument.startsWith(GUARD) ? argument.substring(GUARD.length()) : argument;
    }

    /** Returns the command line with one command made ready, or with all of them when none is named. */
    static CommandLine commandLine(Session session, String only) {
        CommandLine line = new CommandLine(new RootCommand(session));
        COMMANDS.forEach((name, maker) -> {
            if (only == null || only.equals(name)) {
                line.addSubcommand(name, maker.apply(session));
            }
        });
        line.getHelpSectionMap().put(SECTION_KEY_COMMAND_LIST, RootCommand::commandList);
        line.setOut(session.out());
        line.setErr(session.err());
        line.setUsageHelpWidth(Math.min(session.width(), 110));
        line.setColorScheme(CommandLine.Help.defaultColorScheme(
                session.paint().isOn() ? CommandLine.Help.Ansi.ON : CommandLine.Help.Ansi.OFF));
        line.setCaseInsensitiveEnumValuesAllowed(true);
        line.registerConverter(String.class, Urvant::unguarded);
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
        session.err()
                .println(session.paint().bad("urvant: ")
                        + message.strip()
                                .replace(GUARD, "")
                                .replace("option option", "option")
                                .replaceFirst("^Error: M", "M"));
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
