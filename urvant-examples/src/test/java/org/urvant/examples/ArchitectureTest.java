package org.urvant.examples;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.urvant.file.SafeFile;

/** Holds the rooms of docs/architecture.md: a room uses only rooms above it, and values touch nothing outside. */
@AnalyzeClasses(packages = "org.urvant", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    /** Packages in the order of the page's table, each after the root of all. */
    private static final List<String> ROOMS = rooms();

    private static List<String> rooms() {
        List<String> rooms = new ArrayList<>();
        for (String line : SafeFile.readText(Path.of("../docs/architecture.md"), 1_000_000, "architecture.md")
                .lines()
                .filter(row -> row.startsWith("| `") || row.startsWith("| |"))
                .toList()) {
            Matcher name = Pattern.compile("`([a-z0-9.]+)`").matcher(line.split("\\|")[2]);
            while (name.find()) {
                rooms.add("org.urvant." + name.group(1));
            }
        }
        return rooms;
    }

    @ArchTest
    static final ArchRule A_ROOM_USES_ONLY_ROOMS_ABOVE_IT = classes().should(new ArchCondition<>("use rooms above") {
        @Override
        public void check(JavaClass type, ConditionEvents events) {
            int own = ROOMS.indexOf(type.getPackageName());
            if (own < 0) {
                events.add(SimpleConditionEvent.violated(type, type.getPackageName() + " is no room of the page"));
            }
            for (Dependency dependency : type.getDirectDependenciesFromSelf()) {
                String other = dependency.getTargetClass().getPackageName();
                if (other.startsWith("org.urvant.") && ROOMS.indexOf(other) > own) {
                    events.add(SimpleConditionEvent.violated(type, dependency.getDescription()));
                }
            }
        }
    });

    @Test
    void everyRoomOfThePageIsThere() {
        JavaClasses classes = new ClassFileImporter()
                .withImportOption(new ImportOption.DoNotIncludeTests())
                .importPackages("org.urvant");
        assertThat(ROOMS)
                .hasSizeGreaterThan(25)
                .doesNotHaveDuplicates()
                .allMatch(room -> room.contains(".benchmarks")
                        || classes.stream()
                                .anyMatch(type -> type.getPackageName().equals(room)));
    }

    @Test
    void filesStayShort() throws IOException {
        try (Stream<Path> files = Files.walk(Path.of(".."))) {
            List<Path> sources = files.filter(file -> file.toString().endsWith(".java"))
                    .filter(file -> file.toString().contains("/src/main/java/"))
                    .toList();
            assertThat(sources).hasSizeGreaterThan(500).allSatisfy(file -> {
                boolean isCommand = file.toString().matches(".*/cli/.+Command\\.java");
                assertThat(Files.readAllLines(file))
                        .as(file.toString())
                        .hasSizeLessThanOrEqualTo(isCommand ? 150 : 450);
            });
        }
    }

    @ArchTest
    static final ArchRule VALUES_TOUCH_NO_FILE_OR_SOCKET = noClasses()
            .that()
            .resideInAnyPackage(
                    "org.urvant.core..",
                    "org.urvant.scl",
                    "org.urvant.scl.selection",
                    "org.urvant.project",
                    "org.urvant.project.setting..",
                    "org.urvant.project.behaviour..",
                    "org.urvant.project.mapping..",
                    "org.urvant.project.configuration..",
                    "org.urvant.project.check..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "java.nio.file..", "java.net..", "java.nio.channels..", "org.urvant.file..", "picocli..", "com..");

    /** What is written must not follow the language of the machine: its decimal comma, its digits, its capital I. */
    @ArchTest
    static final ArchRule TEXTS_ARE_THE_SAME_EVERYWHERE = noClasses()
            .that()
            .resideOutsideOfPackage("org.urvant.benchmarks..")
            .should()
            .callMethod(String.class, "format", String.class, Object[].class)
            .orShould()
            .callMethod(String.class, "formatted", Object[].class)
            .orShould()
            .callMethod(String.class, "toLowerCase")
            .orShould()
            .callMethod(String.class, "toUpperCase");

    @ArchTest
    static final ArchRule CONCRETE_CLASSES_ARE_FINAL = classes()
            .that()
            .resideInAnyPackage("org.urvant..")
            .and()
            .areTopLevelClasses()
            .and()
            .areNotInterfaces()
            .should(new ArchCondition<>("be final or abstract") {
                @Override
                public void check(JavaClass type, ConditionEvents events) {
                    boolean closed = type.getModifiers().contains(JavaModifier.FINAL)
                            || type.getModifiers().contains(JavaModifier.ABSTRACT)
                            || type.isEnum();
                    if (!closed && !type.getSimpleName().equals("package-info")) {
                        events.add(
                                SimpleConditionEvent.violated(type, type.getName() + " is neither final nor abstract"));
                    }
                }
            });

    /** Which command does something is known to the command alone. */
    @Test
    void noTextOfTheLibraryNamesACommand() throws IOException {
        Pattern command = Pattern.compile("\"[^\"]*\\burvant [a-z][^\"]*\"");
        for (String module : List.of("core", "file", "scl", "project", "formats", "devices", "report")) {
            try (Stream<Path> files = Files.walk(Path.of("../urvant-" + module + "/src/main/java"))) {
                for (Path file : files.filter(Files::isRegularFile).toList()) {
                    String text = Files.readString(file).replaceAll("(?s)/\\*.*?\\*/", "");
                    assertThat(command.matcher(text).results().map(MatchResult::group))
                            .as("%s", file)
                            .isEmpty();
                }
            }
        }
    }
}
