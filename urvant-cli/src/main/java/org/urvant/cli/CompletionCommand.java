package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.UnknownNameException;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "completion",
        description = "Print a script that completes commands, options, and names of the project in bash or zsh.",
        footer = {"", "Examples: source <(urvant completion bash)", "          source <(urvant completion zsh)"})
final class CompletionCommand extends Command {
    private static final String BASH =
            """
            _urvant() {
              local IFS=$'\\n'
              COMPREPLY=($(urvant completion --words -- "${COMP_WORDS[@]:1:COMP_CWORD}" 2>/dev/null))
            }
            complete -o default -F _urvant urvant
            """;
    private static final String ZSH =
            """
            autoload -U +X compinit && compinit
            _urvant() {
              local -a found
              found=("${(@f)$(urvant completion --words -- "${(@)words[2,CURRENT]}" 2>/dev/null)}")
              [[ -n "${found[1]}" ]] && compadd -a found || _files
            }
            compdef _urvant urvant
            """;

    @Option(
            names = "--words",
            description = "For the scripts: print what the last of the words that follow -- can become.")
    private boolean isOfWords;

    @Parameters(paramLabel = "SHELL", arity = "0..*", description = "bash or zsh.")
    private List<String> words = List.of();

    CompletionCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (isOfWords) {
            int last = words.size() - 1;
            say(last < 0 ? List.of() : new Completions(session, words.subList(0, last), words.get(last)).all());
            return Exit.DONE;
        }
        List<String> shells = List.of("bash", "zsh");
        if (words.size() != 1) {
            throw wrongUse("name the shell: bash or zsh");
        }
        if (!shells.contains(words.get(0))) {
            throw new UnknownNameException("shell", words.get(0), shells);
        }
        say((words.get(0).equals("zsh") ? ZSH : BASH).strip());
        return Exit.DONE;
    }
}
