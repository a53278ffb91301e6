package org.urvant.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.StringWriter;
import java.lang.module.Configuration;
import java.lang.module.ModuleDescriptor;
import java.lang.module.ModuleFinder;
import java.lang.module.ModuleReference;
import java.lang.reflect.Method;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The parts of the library as modules: what they open, what they offer, and that programs on a module path work. */
class ModulesTest {
    private static final Path ROOT = Path.of("..");
    private static final List<String> PARTS = List.of("core", "file", "scl", "project", "formats", "devices", "report");
    private static final String MODULE =
            """
            open module examples {
                requires org.urvant.devices;
                requires org.urvant.formats;
                requires org.urvant.report;
            }
            """;

    /** What reaches into libraries: templates of pages, a spreadsheet. */
    private static final String PAPERS =
            """
            package org.urvant.examples;

            import java.nio.file.Path;
            import java.util.List;
            import org.urvant.formats.table.ValueTable;
            import org.urvant.project.type.Catalogue;
            import org.urvant.report.page.Pages;

            final class Papers {
                static String run(Path file, Path folder) throws Exception {
                    Path sheet = folder.resolveSibling("values.xlsx");
                    ValueTable.write(sheet, List.of(List.of("F11", "unit.name", "K1")));
                    return Pages.type(Catalogue.type("ravnsund-g3").orElseThrow()).length() + " "
                            + ValueTable.read(sheet, "values.xlsx").rows().size();
                }
            }
            """;

    @TempDir
    Path folder;

    private static Path classes(String part) {
        return ROOT.resolve("urvant-" + part).resolve("target/classes");
    }

    private static ModuleDescriptor module(String part) {
        return ModuleFinder.of(classes(part))
                .find("org.urvant." + part)
                .map(ModuleReference::descriptor)
                .orElseThrow();
    }

    /** Whoever runs from a class path finds the same rules, protocols and checks as on a module path. */
    @Test
    void servicesAreTheSameOnBothPaths() throws IOException {
        for (String part : PARTS) {
            Map<String, Set<String>> offered = new TreeMap<>();
            module(part).provides().forEach(each -> offered.put(each.service(), new TreeSet<>(each.providers())));
            Map<String, Set<String>> listed = new TreeMap<>();
            Path services = classes(part).resolve("META-INF/services");
            if (Files.isDirectory(services)) {
                try (Stream<Path> files = Files.list(services)) {
                    for (Path file : files.toList()) {
                        listed.put(file.getFileName().toString(), new TreeSet<>(Files.readAllLines(file)));
                    }
                }
            }
            assertThat(offered).as(part).isEqualTo(listed);
        }
    }

    /** What only Urvant's own parts need is closed to programs: protocols behind their space, and how files are laid out. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            core    | core.point.can core.point.iec60870 core.point.iec61850 core.point.program
            file    | file.json file.yaml
            scl     | ''
            project | ''
            formats | ''
            devices | ''
            report  | ''
            """)
    void whatIsNoInterfaceIsClosed(String part, String closed) {
        ModuleDescriptor module = module(part);
        Set<String> open = module.exports().stream()
                .filter(each -> !each.isQualified())
                .map(ModuleDescriptor.Exports::source)
                .collect(Collectors.toSet());
        assertThat(module.packages().stream()
                        .filter(each -> !open.contains(each))
                        .map(each -> each.replace("org.urvant.", ""))
                        .sorted()
                        .collect(Collectors.joining(" ")))
                .isEqualTo(closed);
    }

    @Test
    void theExamplesRunOnAModulePath() throws IOException, ReflectiveOperationException {
        List<Path> path =
                new ArrayList<>(PARTS.stream().map(ModulesTest::classes).toList());
        Arrays.stream(System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"))
                        .split(File.pathSeparator))
                .filter(each -> each.endsWith(".jar") && !each.contains("urvant"))
                .map(Path::of)
                .forEach(path::add);
        Path compiled = compiled(path);
        path.add(0, compiled);
        ModuleLayer layer = ModuleLayer.boot()
                .defineModulesWithOneLoader(
                        Configuration.resolve(
                                ModuleFinder.of(),
                                List.of(ModuleLayer.boot().configuration()),
                                ModuleFinder.of(path.toArray(Path[]::new)),
                                Set.of("examples")),
                        ClassLoader.getPlatformClassLoader());
        assertThat(play(layer, "StudyToTestPoints", "study.csv")).startsWith("16 values set");
        assertThat(play(layer, "ListToControlCentre", "pump-drive.csv")).startsWith("11 rows");
        assertThat(play(layer, "RelayToControlCentre", "F01.cid")).startsWith("1 of");
        assertThat(play(layer, "TryInterlock", "interlock.st")).startsWith("bi3");
        assertThat(play(layer, "BayFromBay", "bays.csv")).startsWith("3 bays");
        assertThat(play(layer, "Papers", "")).matches("\\d{5,} 1");
    }

    private String play(ModuleLayer layer, String example, String file) throws ReflectiveOperationException {
        Class<?> type = layer.findLoader("examples").loadClass("org.urvant.examples." + example);
        assertThat(type.getModule().getName()).isEqualTo("examples");
        Method run = type.getDeclaredMethod("run", Path.class, Path.class);
        run.setAccessible(true);
        return (String) run.invoke(null, ROOT.resolve("demo").resolve(file), folder.resolve(example));
    }

    private Path compiled(List<Path> path) throws IOException {
        Path module = Files.writeString(folder.resolve("module-info.java"), MODULE);
        Path papers = Files.writeString(folder.resolve("Papers.java"), PAPERS);
        List<Path> sources;
        try (Stream<Path> files = Files.list(Path.of("src/main/java/org/urvant/examples"))) {
            sources = Stream.concat(Stream.of(module, papers), files).toList();
        }
        Path compiled = folder.resolve("examples");
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        StringWriter said = new StringWriter();
        String modulePath = path.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator));
        boolean isSound = compiler.getTask(
                        said,
                        null,
                        null,
                        List.of("-d", compiled.toString(), "--module-path", modulePath),
                        null,
                        compiler.getStandardFileManager(null, null, null)
                                .getJavaFileObjects(sources.toArray(Path[]::new)))
                .call();
        assertThat(isSound).as(said.toString()).isTrue();
        return compiled;
    }
}
