package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.UnknownNameException;
import picocli.AutoComplete;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "completion",
        description = "Print a script that completes commands and options in bash or zsh.",
        footer = {"", "Examples: source <(urvant completion bash)", "          source <(urvant completion zsh)"})
final class CompletionCommand extends Command {
    @Parameters(paramLabel = "SHELL", description = "bash or zsh.")
    private String shell;

    CompletionCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        List<String> shells = List.of("bash", "zsh");
        if (!shells.contains(shell)) {
            throw new UnknownNameException("shell", shell, shells);
        }
        if (shell.equals("zsh")) {
            say("autoload -U +X compinit && compinit");
            say("autoload -U +X bashcompinit && bashcompinit");
        }
        say(AutoComplete.bash("urvant", Urvant.commandLine(session, null)));
        return Exit.DONE;
    }
}
