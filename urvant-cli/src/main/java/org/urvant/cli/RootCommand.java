package org.urvant.cli;

import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What {@code urvant} alone says: the commands, in the order of the work. */
@Command(
        name = "urvant",
        versionProvider = RootCommand.Version.class,
        description = "Turns the description of a plant into checked device configurations, puts them on the devices,"
                + " and proves that what is on a device is what was meant.",
        synopsisSubcommandLabel = "COMMAND",
        commandListHeading = "%nCommands, in the order of the work:%n",
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

    @Override
    public Integer call() {
        spec.commandLine().usage(session.out());
        return Exit.USAGE;
    }

    /** Says the version that the build wrote into the manifest. */
    static final class Version implements IVersionProvider {
        @Override
        public String[] getVersion() {
            String version = RootCommand.class.getPackage().getImplementationVersion();
            return new String[] {"urvant " + (version == null ? "(not packaged)" : version)};
        }
    }
}
