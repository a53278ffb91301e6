package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Help;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What {@code urvant} alone says: the commands, by what they are about. */
@Command(
        name = "urvant",
        versionProvider = RootCommand.Version.class,
        description = "Turns the description of a plant into checked device configurations, puts them on the devices,"
                + " and proves that what is on a device is what was meant.",
        synopsisSubcommandLabel = "COMMAND",
        commandListHeading = "",
        exitCodeListHeading = "%nExit codes:%n",
        exitCodeList = {
            "0:done, or equal",
            "1:differences, or findings of severity error",
            "2:wrong use: options, or a name that does not exist",
            "3:could not be done: unreadable input, refused, line lost"
        },
        footer = {"", "See it work: urvant demo", "Help on one command: urvant COMMAND --help"})
final class RootCommand implements Callable<Integer> {
    private final Session session;

    @Spec
    private CommandSpec spec;

    @Option(
            names = {"-h", "--help"},
            usageHelp = true,
            description = "Show this help.")
    private boolean help;

    @Option(
            names = {"-V", "--version"},
            versionHelp = true,
            description = "Show the version.")
    private boolean version;

    RootCommand(Session session) {
        this.session = session;
    }

    /** Returns the list of commands: by what they are about, the sentence that says what each does. */
    static String commandList(Help help) {
        Map<String, Help> commands = help.subcommands();
        if (help.commandSpec().parent() != null) {
            return help.commandList(); // of one command with parts
        }
        int column =
                2 + commands.keySet().stream().mapToInt(String::length).max().orElse(0) + 2;
        StringBuilder list = new StringBuilder();
        Urvant.groups().forEach((group, names) -> {
            list.append(System.lineSeparator())
                    .append(help.colorScheme()
                            .text("@|bold " + group.title() + "|@")
                            .toString());
            list.append(System.lineSeparator());
            for (String name : names) {
                String shown = help.colorScheme().commandText(name).toString();
                String text =
                        commands.containsKey(name) ? brief(commands.get(name).commandSpec()) : "";
                list.append("  ").append(shown).append(" ".repeat(column - 2 - name.length()));
                List<String> lines = Findings.wrapped(
                                text, help.commandSpec().usageMessage().width() - column)
                        .stream()
                        .map(String::strip)
                        .toList();
                list.append(String.join(System.lineSeparator() + " ".repeat(column), lines))
                        .append(System.lineSeparator());
            }
        });
        return list.toString();
    }

    /** Returns the first sentence of what a command says of itself. */
    private static String brief(CommandSpec command) {
        String text = String.join(" ", command.usageMessage().description());
        int end = text.length();
        for (String mark : List.of(". ", ": ", "; ")) {
            int found = text.indexOf(mark);
            end = found < 0 ? end : Math.min(end, found);
        }
        return text.substring(0, end).replaceAll("\\.$", "");
    }

    @Override
    public Integer call() {
        spec.commandLine().usage(session.out());
        return Exit.USAGE;
    }

    /** Says the version that the build wrote into the manifest. */
    static final class Version implements IVersionProvider {
        @Override
        public String[] getVersion() {
            return new String[] {"urvant " + number()};
        }

        static String number() {
            String version = RootCommand.class.getPackage().getImplementationVersion();
            return version == null ? "(not packaged)" : version;
        }
    }
}
