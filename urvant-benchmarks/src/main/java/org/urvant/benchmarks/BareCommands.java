package org.urvant.benchmarks;

import java.util.Arrays;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** A picocli program that does nothing, with as many commands as Urvant has: what a start costs without Urvant. */
@Command(name = "bare", version = "bare 1", mixinStandardHelpOptions = true)
public final class BareCommands implements Callable<Integer> {
    private BareCommands() {}

    /** Runs the program: first argument the number of commands to have, the others its own arguments. */
    public static void main(String[] arguments) {
        CommandLine line = new CommandLine(new BareCommands());
        for (int i = 0; i < Integer.parseInt(arguments[0]); i++) {
            line.addSubcommand("command" + i, new Nothing());
        }
        String[] own = Arrays.copyOfRange(arguments, 1, arguments.length);
        System.exit(line.execute(own));
    }

    @Override
    public Integer call() {
        return 0;
    }

    @Command(description = "Does nothing.", footer = "Example: bare command1")
    static final class Nothing implements Callable<Integer> {
        @Parameters(arity = "0..1", description = "A name.")
        private String name;

        @Option(names = "--project", description = "A folder.")
        private String project;

        @Option(names = "--json", description = "A form.")
        private boolean json;

        @Option(
                names = {"-h", "--help"},
                usageHelp = true,
                description = "Help.")
        private boolean help;

        @Override
        public Integer call() {
            return 0;
        }
    }
}
