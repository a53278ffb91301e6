package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.devices.standin.Bench;
import org.urvant.devices.standin.Failures;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine;

/** Every command that a page tells people to type is typed, in the order of the page, on the demo data. */
class DocsTest {
    private static final Path DOCS = Path.of("../docs");
    private static final Path COMMANDS = DOCS.resolve("commands.md");
    /** Lines that need a terminal, or a name that only a person knows. */
    private static final List<String> FOR_PEOPLE = List.of(
            "--expect-certificate",
            "unset URVANT_PASSWORD",
            "urvant password",
            "urvant recover",
            "urvant guide stenvaag-m3 M50  ");

    /** What is typed before pages that speak of the points of a list. */
    private static final String LIST =
            "urvant import ../demo/pump-drive.csv --name PD1 --protocol modbus --assume station=7"
                    + " && urvant connect GW1 pumps --kind field-bus && urvant set GW1 pumps.bus pumps"
                    + " && urvant map GW1 PD1/* --to scada";

    private static final Pattern MENTIONED = Pattern.compile("`(urvant [^`]+)`");

    @TempDir
    Path folder;

    private Terminal terminal;
    private Path at;
    private String address;
    private Bench bench;

    @AfterEach
    void stop() {
        if (bench != null) {
            bench.close();
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "../README.md",
                "tour.md",
                "how-to/gateway.md",
                "how-to/motors.md",
                "how-to/bay.md",
                "how-to/type.md"
            })
    void whatAPageSaysCanBeTyped(String page) throws IOException {
        terminal = new Terminal(folder).with("URVANT_PASSWORD", "ravnsund");
        copy(Path.of("../demo"), folder.resolve("demo"));
        at = folder;
        assertThat(typed(page)).isGreaterThan(5);
    }

    /** Columns: the page, and what is there before one reads it, beside a site with all of the demo's devices. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            compare.md         | list && urvant points copy PD1 PD2 --only motor-* && urvant set GW1 link 127.0.0.1:8443 && urvant bench start && urvant download GW1 && urvant sign-off GW1 && urvant bay copy F11 F12 && urvant set F12 group.1.overcurrent.1.reset fixed && urvant set F12 group.1.overcurrent.1.reset-time 80ms && urvant group F11 copy 1 2 && urvant configuration F11 --out F11-before.json && cp ../demo/pump-drive.csv pump-drive-new.csv && cp ../demo/skarholm.scd old.scd && cp ../demo/F01.cid new.scd && write bays.csv bay,F11\\nF13,F13\\nF14,F14\\n && urvant new ../last-year
            device-types.md    | list
            lists.md           | cp ../demo/pump-drive.csv .
            points.md          | list && urvant connect RTU1 centre --kind control-centre && urvant set RTU1 DI[345].carries binary
            protection.md      | urvant bay copy F11 F12 && urvant study --out study.xlsx --device F11
            queries.md         | list
            structured-text.md | cp ../demo/interlock.st .
            """)
    void whatAReferencePageSaysCanBeTyped(String page, String before) throws IOException {
        terminal = new Terminal(folder).with("URVANT_PASSWORD", "ravnsund");
        copy(Path.of("../demo"), folder.resolve("demo"));
        Sites.plant(terminal, folder);
        at = folder.resolve("skarholm");
        Files.copy(folder.resolve("demo/site.yaml"), at.resolve("site.yaml"));
        Sites.station(terminal);
        for (String line : before.replace("list &&", LIST + " &&")
                .replaceFirst("list$", LIST)
                .split(" && ")) {
            type(line);
        }
        assertThat(typed(page)).isGreaterThan(2);
    }

    @BeforeEach
    void aFreeAddress() throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            address = "127.0.0.1:" + free.getLocalPort();
        }
    }

    private int typed(String page) throws IOException {
        int typed = 0;
        for (String line : Files.readAllLines(DOCS.resolve(page))) {
            String command = line.strip();
            boolean isTyped = line.startsWith("    ")
                    && command.matches("(urvant|cp) [^|].*")
                    && FOR_PEOPLE.stream().noneMatch(command::contains);
            if (isTyped) {
                for (String each : command.replaceFirst("\\s+# .*", "").split(" && ")) {
                    type(each);
                    typed++;
                }
            }
        }
        return typed;
    }

    private void type(String given) throws IOException {
        String line = given.replace("127.0.0.1:8443", address);
        String[] words = Sites.words(line);
        switch (words[0]) {
            case "cd" -> {
                at = at.resolve(words[1]);
                terminal.go(at);
            }
            case "write" -> Files.writeString(at.resolve(words[1]), words[2].replace("\\n", "\n"));
            case "cp" ->
                Files.copy(
                        at.resolve(words[1]),
                        at.resolve(
                                words[2].equals(".")
                                        ? Path.of(words[1]).getFileName().toString()
                                        : words[2]),
                        StandardCopyOption.REPLACE_EXISTING);
            default -> run(line, words);
        }
    }

    private void run(String line, String[] words) {
        if (line.equals("urvant bench start")) {
            ProjectFolder project = ProjectFolder.open(at, Sites.session(folder).workplace());
            bench = Bench.start(project.load(), folder.resolve("bench"), Failures.none());
            return;
        }
        if (line.equals("urvant bench stop")) {
            bench.close();
            bench = null;
            return;
        }
        List<String> arguments = new ArrayList<>(List.of(words).subList(1, words.length));
        Map<String, CommandLine> commands =
                Urvant.commandLine(Sites.session(folder), words[1]).getSubcommands();
        CommandLine asked = commands.get(words[1]);
        boolean isPart = words.length > 2 && asked.getSubcommands().containsKey(words[2]);
        CommandLine command = isPart ? asked.getSubcommands().get(words[2]) : asked;
        if (command.getCommandSpec().findOption("--yes") != null && !arguments.contains("--yes")) {
            arguments.add("--yes");
        }
        int code = terminal.run(arguments.toArray(String[]::new));
        assertThat(code).as("%s%n%s%s", line, terminal.out(), terminal.err()).isLessThanOrEqualTo(Exit.DIFFERENT);
    }

    /** Whatever else stands in the pages, in a line of its own or within one, has commands and options that there are. */
    @Test
    void whatPagesMentionThereIs() throws IOException {
        List<Path> pages = new ArrayList<>(List.of(Path.of("../README.md")));
        try (Stream<Path> all = Files.walk(DOCS)) {
            all.filter(page -> page.toString().endsWith(".md")).forEach(pages::add);
        }
        int mentioned = 0;
        for (Path page : pages) {
            for (String line : Files.readAllLines(page)) {
                List<String> found = new ArrayList<>();
                MENTIONED.matcher(line).results().forEach(each -> found.add(each.group(1)));
                if (line.matches("(    +|Example: +|Examples: +)urvant .*")) {
                    String typed = line.replaceFirst("^\\S*\\s+", "").replaceFirst("\\s+# .*|  .*| [\"'][^\"']*$", "");
                    found.addAll(List.of(typed.split(" && ")));
                }
                for (String command : found) {
                    mentioned++;
                    assertThat(unknown(command)).as("%s: %s", page, command).isEmpty();
                }
            }
        }
        assertThat(mentioned).isGreaterThan(500);
    }

    /** Returns what of a command line is no command or option. */
    private List<String> unknown(String line) {
        String[] words = Sites.words(line);
        if (!words[0].equals("urvant") || words.length < 2) {
            return List.of();
        }
        try {
            Urvant.commandLine(Sites.session(folder), words[1].startsWith("-") ? null : words[1])
                    .parseArgs(List.of(words).subList(1, words.length).toArray(String[]::new));
            return List.of();
        } catch (CommandLine.UnmatchedArgumentException e) {
            return e.getUnmatched();
        } catch (CommandLine.ParameterException e) {
            return List.of(); // a mention need not be whole
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.list(from)) {
            Files.createDirectories(to);
            for (Path file : files.toList()) {
                Files.copy(file, to.resolve(file.getFileName()));
            }
        }
    }

    /** The page of commands is what they say of themselves; with {@code -Durvant.write} it is written anew. */
    @Test
    void thePageOfCommandsIsMadeFromTheirHelp() throws IOException {
        Terminal wide = new Terminal(folder).with("URVANT_WIDTH", "100");
        StringBuilder page =
                new StringBuilder("# Commands\n\nWhat `urvant COMMAND --help` says of each; this page is made from"
                        + " it. `--project`, `--json` and `--help` go with every command.\n");
        Urvant.groups().forEach((group, names) -> {
            page.append("\n## ").append(group.title()).append('\n');
            for (String name : names) {
                wide.ok(name + " --help");
                page.append("\n### ")
                        .append(name)
                        .append("\n\n```\n")
                        .append(wide.out().strip())
                        .append("\n```\n");
                Map<String, CommandLine> parts = Urvant.commandLine(Sites.session(folder), name)
                        .getSubcommands()
                        .get(name)
                        .getSubcommands();
                for (String part : parts.keySet()) {
                    wide.ok(name + " " + part + " --help");
                    page.append("\n```\n").append(wide.out().strip()).append("\n```\n");
                }
            }
        });
        if (Boolean.getBoolean("urvant.write")) {
            Files.writeString(COMMANDS, page);
        }
        assertThat(Files.readString(COMMANDS)).isEqualTo(page.toString());
    }
}
