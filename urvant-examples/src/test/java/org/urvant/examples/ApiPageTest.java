package org.urvant.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringWriter;
import java.lang.reflect.Method;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.compare.Comparison;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.type.Catalogue;

/** What docs/api.md shows compiles, and does what it says on the demo data. */
class ApiPageTest {
    private static final Pattern BLOCK = Pattern.compile("```java\n(.*?)```", Pattern.DOTALL);

    @TempDir
    Path folder;

    private Class<?> compiled() throws IOException, ReflectiveOperationException {
        List<String> blocks = BLOCK.matcher(Files.readString(Path.of("../docs/api.md")))
                .results()
                .map((MatchResult found) -> found.group(1))
                .toList();
        assertThat(blocks).hasSize(1 + 7);
        assertThat(blocks).allSatisfy(block -> assertThat(block.lines().count()).isLessThanOrEqualTo(16));
        Path source = folder.resolve("Api.java");
        Files.writeString(
                source, blocks.get(0) + "class Api {\n" + String.join("\n", blocks.subList(1, blocks.size())) + "}\n");
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        StringWriter said = new StringWriter();
        boolean isSound = compiler.getTask(
                        said,
                        null,
                        null,
                        List.of("-d", folder.toString(), "-cp", System.getProperty("java.class.path"), "-Xlint:all"),
                        null,
                        compiler.getStandardFileManager(null, null, null).getJavaFileObjects(source))
                .call();
        assertThat(isSound).as(said.toString()).isTrue();
        URL[] at = {folder.toUri().toURL()};
        return new URLClassLoader(at, getClass().getClassLoader()).loadClass("Api");
    }

    @Test
    void theSevenThingsWork() throws IOException, ReflectiveOperationException {
        Class<?> api = compiled();
        var type = Catalogue.type("ravnsund-g3").orElseThrow();
        var engineer = type.engineer().orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "A-0001", type.accounts());
        try (StandIn gateway = StandIn.start(folder.resolve("stand-in"), profile, "127.0.0.1", 0)) {
            ProjectFolder project =
                    (ProjectFolder) call(api, "open", folder.resolve("project"), folder.resolve("user"));
            assertThat((List<?>) call(api, "take", project, Path.of("../demo/F01.cid")))
                    .isNotNull();
            call(api, "gateway", project, gateway.address());
            assertThat(call(api, "map", project)).isEqualTo(2);
            assertThat((List<?>) call(api, "check", project)).isNotEmpty();
            Configuration held = (Configuration) call(
                    api,
                    "download",
                    project,
                    folder.resolve("known"),
                    gateway.address(),
                    engineer.user(),
                    engineer.factoryPassword().toCharArray());
            assertThat(((Comparison) call(api, "compare", project, held)).isEqual())
                    .isTrue();
        }
    }

    private static Object call(Class<?> api, String name, Object... values) throws ReflectiveOperationException {
        Method method = Arrays.stream(api.getDeclaredMethods())
                .filter(each -> each.getName().equals(name))
                .findFirst()
                .orElseThrow();
        method.setAccessible(true);
        return method.invoke(null, values);
    }
}
