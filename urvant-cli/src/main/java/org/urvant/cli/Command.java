package org.urvant.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.progress.Progress;
import org.urvant.file.ExclusiveLock;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.type.Catalogue;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.ParseResult;
import picocli.CommandLine.ScopeType;
import picocli.CommandLine.Spec;

/** What all commands share: the session, the project option, and how answers are written. */
abstract class Command implements Callable<Integer> {
    private static final int MOST_UNREAD = 3;
    private static final int MOST_IN_LINE = 8;
    private static final int FEW_IN_LINE = 3;

    final Session session;
    final Paint paint;

    @Option(
            names = "--project",
            scope = ScopeType.INHERIT,
            paramLabel = "DIR",
            description = "The project's folder; otherwise the one you are in, or the nearest above it.")
    String projectGiven;

    @Option(names = "--json", scope = ScopeType.INHERIT, description = "Answer in JSON, for programs.")
    boolean json;

    @Option(
            names = {"-h", "--help"},
            scope = ScopeType.INHERIT,
            usageHelp = true,
            description = "Show this help.")
    boolean help;

    Command(Session session) {
        this.session = session;
        this.paint = session.paint();
        this.life = new SignOfLife(session);
    }

    @Spec
    private CommandSpec spec;

    private final SignOfLife life;
    private ExclusiveLock held;
    private final List<String> said = new ArrayList<>();
    private boolean isAnswered;

    /** Returns the project that the command works on; what it changes is undone under the words that were typed. */
    final ProjectFolder folder() {
        ProjectFolder folder = session.project(projectGiven);
        ParseResult typed = spec.root().commandLine().getParseResult();
        folder.describe(typed.originalArgs().stream()
                .map(Urvant::unguarded)
                .map(Command::typed)
                .collect(Collectors.joining(" ")));
        folder.watch(life);
        opened(folder);
        folder.finished()
                .ifPresent(cutOff -> note("finished what was cut off: " + cutOff.title() + " (" + cutOff.at() + ")"));
        return folder;
    }

    /** Returns whether the command has a project: one is named, or this folder is in one. */
    final boolean hasProject() {
        return projectGiven != null || session.isInProject();
    }

    /** Returns the project that the command works on; where there is none, an empty one with the shipped device types. */
    final Project projectOrNone() {
        return hasProject() ? load(folder()) : Project.of("", Catalogue.types());
    }

    /** Returns what stands in a project's folder, and notes what of it cannot be read. */
    final Project load(ProjectFolder folder) {
        Project project = folder.load();
        List<Finding> unread = project.unread();
        unread.stream()
                .limit(MOST_UNREAD)
                .forEach(finding ->
                        note(paint.warn("cannot be read, so what it holds is missing here: " + finding.position())
                                + ": " + finding.message()));
        if (unread.size() > MOST_UNREAD) {
            note("and " + count(unread.size() - MOST_UNREAD, "place") + " more that cannot be read; see urvant check");
        }
        return project;
    }

    /** Notes that a spreadsheet hides rows that were read. */
    final void noteHidden(String file, int rows) {
        if (rows > 0) {
            note(file + ": " + count(rows, "hidden row") + ", read like the others");
        }
    }

    /** Tells which columns of a table are passed over, for each may say something of the values beside it. */
    final void noteUnread(String file, List<String> headings) {
        if (!headings.isEmpty()) {
            note(file + ": not read: " + (headings.size() == 1 ? "column " : "columns ") + String.join(", ", headings));
        }
    }

    /** Returns an argument as one would type it. */
    private static String typed(String argument) {
        return argument.isEmpty() || argument.chars().anyMatch(Character::isWhitespace)
                ? "'" + argument + "'"
                : argument;
    }

    /** Lets a kind of command see the project that it works on. */
    void opened(ProjectFolder folder) {}

    /** Returns whether nothing is to be changed. */
    boolean isRehearsal() {
        return false;
    }

    /** Says what is left to say when the command is done. */
    void finish() {}

    /** Returns what a command that has no other answer tells a program. */
    Map<String, Object> answer() {
        return Json.object("said", said);
    }

    /** Ends a command that is done. */
    final void done() {
        finish();
        if (json && !isAnswered && !said.isEmpty()) {
            sayJson(answer());
        }
    }

    /** Returns the project, which nobody else changes until the command ends. */
    final ProjectFolder changing() {
        return changing(true);
    }

    /** Returns the project, which nobody else changes until the command ends if it changes something itself. */
    final ProjectFolder changing(boolean isChange) {
        ProjectFolder folder = folder();
        if (isChange && !isRehearsal()) {
            held = folder.hold();
        }
        return folder;
    }

    /** Gives back what the command holds. */
    final void end() {
        if (held != null) {
            held.close();
            held = null;
        }
    }

    /** Returns what work brings that can take long, and shows meanwhile on a terminal that it goes on. */
    final <T> T during(String activity, Supplier<T> work) {
        life.at(activity, 0, 0);
        try {
            return work.get();
        } finally {
            life.clear();
        }
    }

    /** Returns what is told how far work is. */
    final Progress progress() {
        return life;
    }

    /** Says a line of the result; with {@code --json} standard output is for JSON alone, so it then goes to standard error. */
    final void say(String line) {
        life.clear();
        if (json) {
            Paint.plain(line).lines().forEach(said::add);
        }
        (json ? session.err() : session.out()).println(line);
    }

    /** Says many lines at once, which is many times as fast as one by one. */
    final void say(Collection<String> lines) {
        if (!lines.isEmpty()) {
            say(String.join(System.lineSeparator(), lines));
        }
    }

    final void say(Table table) {
        say(table.lines(session.width(), paint));
    }

    final void sayJson(Object value) {
        life.clear();
        isAnswered = true;
        session.out().println(Json.text(value));
    }

    /** Answers with a list of any length, one thing after the other. */
    final void sayJson(Stream<Object> values) {
        life.clear();
        isAnswered = true;
        session.out().print("[ ");
        Iterator<Object> left = values.iterator();
        while (left.hasNext()) {
            session.out().print(Json.text(left.next()));
            session.out().print(left.hasNext() ? ", " : " ");
        }
        session.out().println("]");
    }

    /** Names the natural next step; on standard error, for it is no result. */
    void next(String command) {
        life.clear();
        if (!json) {
            session.err().println(paint.faint("next: ") + paint.command(command));
        }
    }

    /** Says something that is no result, on standard error. */
    final void note(String line) {
        life.clear();
        session.err().println(line);
    }

    /** Returns names in one line; of many the first few, and how many more there are. */
    static String some(List<String> names) {
        return names.size() <= MOST_IN_LINE
                ? String.join(", ", names)
                : String.join(", ", names.subList(0, FEW_IN_LINE)) + " and " + (names.size() - FEW_IN_LINE) + " more";
    }

    static String count(long number, String thing) {
        return number + " " + thing + (number == 1 ? "" : "s");
    }

    /** Returns what an option gives as NAME=VALUE; a name that stands twice would leave unsaid which value counts. */
    Map<String, String> pairs(String option, List<String> given) {
        Map<String, String> pairs = new LinkedHashMap<>();
        for (String pair : given) {
            int equals = pair.indexOf('=');
            if (equals <= 0) {
                throw wrongUse(option + " is '" + pair + "'; write it as NAME=VALUE");
            }
            String name = pair.substring(0, equals).strip();
            if (pairs.put(name, pair.substring(equals + 1).strip()) != null) {
                throw wrongUse(option + " gives " + name + " twice; give it once");
            }
        }
        return pairs;
    }

    /** Returns what {@code --name} gives as NAME=OTHER; two in one text would be one name with signs in it. */
    Map<String, String> renames(List<String> given) {
        Map<String, String> renames = pairs("--name", given);
        renames.forEach((name, other) -> {
            if (other.isEmpty() || other.contains("=")) {
                throw wrongUse("--name gives " + name + " the name '" + other + "'; repeat --name for another one");
            }
        });
        return renames;
    }

    /**
     * Returns where to write a file.
     *
     * @throws RefusedException when its name ends otherwise, so that other programs would take it for what it is not
     */
    final Path target(String file, String... endings) {
        String name = file.toLowerCase(Locale.ROOT);
        if (Stream.of(endings).noneMatch(name::endsWith)) {
            throw new RefusedException(
                    file + " does not end in " + String.join(" or ", endings) + ", which is what is written",
                    "Name the file so.");
        }
        return session.path(file);
    }

    /** Refuses options that say different things, of which one would be passed over. */
    final void apart(String option, String... others) {
        for (String other : others) {
            if (isTyped(option) && isTyped(other)) {
                throw wrongUse(option + " and " + other + " do not go together");
            }
        }
    }

    /** Refuses an option that says nothing without another one. */
    final void needs(String option, String other) {
        if (isTyped(option) && !isTyped(other)) {
            throw wrongUse(option + " needs " + other);
        }
    }

    private boolean isTyped(String option) {
        return spec.commandLine().getParseResult().hasMatchedOption(option);
    }

    ParameterException wrongUse(String message) {
        ParseResult typed = spec.commandLine().getParseResult();
        while (typed != null && typed.hasSubcommand()) {
            typed = typed.subcommand(); // whose help is the one that helps
        }
        return new ParameterException(
                typed == null ? spec.commandLine() : typed.commandSpec().commandLine(), message);
    }
}
