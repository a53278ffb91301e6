package org.urvant.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Rules;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/** Finds what a word that is being typed can become: commands, options, and names of the project. */
final class Completions {
    private final Session session;
    private final List<String> before;
    private final String word;

    /**
     * @param before the words before it, without {@code urvant}
     * @param word as far as it is typed
     */
    Completions(Session session, List<String> before, String word) {
        this.session = session;
        this.before = before;
        this.word = word;
    }

    /** Returns all that begins with what is typed, by name. */
    List<String> all() {
        return candidates()
                .filter(name -> name.startsWith(word))
                .sorted()
                .distinct()
                .toList();
    }

    private Stream<String> candidates() {
        Optional<String> command =
                before.stream().filter(typed -> !typed.startsWith("-")).findFirst();
        if (command.isEmpty()) {
            return word.startsWith("-") ? Stream.of("--help", "--version") : Urvant.names().stream();
        }
        if (!Urvant.names().contains(command.get())) {
            return Stream.empty();
        }
        CommandLine line =
                Urvant.commandLine(session, command.get()).getSubcommands().get(command.get());
        List<String> words = new ArrayList<>(before.subList(before.indexOf(command.get()) + 1, before.size()));
        boolean hasParts = !line.getSubcommands().isEmpty();
        if (!words.isEmpty() && line.getSubcommands().containsKey(words.get(0))) {
            line = line.getSubcommands().get(words.remove(0));
            hasParts = false;
        }
        CommandSpec spec = line.getCommandSpec();
        if (word.startsWith("-")) {
            return spec.options().stream().map(OptionSpec::longestName);
        }
        String last = words.isEmpty() ? "" : words.get(words.size() - 1);
        OptionSpec option = spec.findOption(last);
        if (option != null && option.arity().max() > 0) {
            return names(option.paramLabel(), words);
        }
        List<String> positional = positional(spec, words);
        Stream<String> parts =
                hasParts && positional.isEmpty() ? line.getSubcommands().keySet().stream() : Stream.empty();
        Stream<String> named = spec.positionalParameters().stream()
                .filter(each -> each.index().contains(positional.size()))
                .limit(1)
                .map(PositionalParamSpec::paramLabel)
                .flatMap(label -> names(label, positional));
        return Stream.concat(parts, named);
    }

    /** Returns the words that are neither options nor their values. */
    private static List<String> positional(CommandSpec spec, List<String> words) {
        List<String> positional = new ArrayList<>();
        for (int i = 0; i < words.size(); i++) {
            OptionSpec option = spec.findOption(words.get(i));
            if (option != null && option.arity().max() > 0) {
                i++;
            } else if (!words.get(i).startsWith("-")) {
                positional.add(words.get(i));
            }
        }
        return positional;
    }

    /** Returns the names that stand for a label of the help; none where only a person knows, or a file is meant. */
    private Stream<String> names(String label, List<String> positional) {
        return Arrays.stream(label.split("\\|")).flatMap(one -> switch (one) {
            case "DEVICE" -> named(() -> project().devices().keySet());
            case "BAY" -> named(() -> project().bays().keySet());
            case "IED" -> named(() -> project().iedNames());
            case "LIST" -> named(() -> project().lists().keySet());
            case "PICK" -> named(() -> project().picks().keySet());
            case "TYPE" -> named(() -> session.project(null).types().names());
            case "CHECK" -> named(Rules::names);
            case "WORD" ->
                Stream.concat(
                        named(Rules::names), named(() -> project().devices().keySet()));
            case "SETTING", "PART", "WHAT" -> named(() -> settings(positional));
            case "CONNECTION" -> named(() -> device(positional).connections().keySet());
            case "LEFT", "RIGHT" -> named(() -> project().devices().keySet());
            case "SHELL" -> Stream.of("bash", "zsh");
            case "SIDE" -> Stream.of("primary", "secondary", "percent-of-rated");
            case "SCOPE" -> Stream.of("mappings", "settings", "all");
            default -> Stream.empty();
        });
    }

    private Project project() {
        return session.project(null).load();
    }

    private Device device(List<String> positional) {
        return project().device(positional.get(0));
    }

    private Collection<String> settings(List<String> positional) {
        Project project = project();
        Device device = project.device(positional.get(0));
        return DeviceSheets.of(project.typeOf(device), device).paths();
    }

    /** What cannot be read, or is not there, completes to nothing: a shell is no place for messages. */
    private static Stream<String> named(Supplier<? extends Collection<String>> names) {
        try {
            return names.get().stream();
        } catch (UrvantException | IndexOutOfBoundsException e) {
            return Stream.empty();
        }
    }
}
