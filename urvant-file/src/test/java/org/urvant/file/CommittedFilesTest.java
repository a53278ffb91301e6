package org.urvant.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Read by git itself, on real repositories. */
class CommittedFilesTest {
    @TempDir
    Path root;

    private Path site;

    @BeforeEach
    void aFolderInARepository() throws IOException, InterruptedException {
        site = Files.createDirectories(root.resolve("works/skarholm"));
        Files.createDirectories(site.resolve("ledger"));
        Files.writeString(site.resolve("ledger/GW1.jsonl"), "first\n");
        Files.writeString(site.resolve("ledger/Ærø 2.jsonl"), "");
        Files.writeString(site.resolve("urvant.yaml"), "project: x\n");
    }

    private void git(String... words) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("git", "-c", "user.name=k", "-c", "user.email=k@example.org"));
        command.addAll(List.of(words));
        Process process = new ProcessBuilder(command)
                .directory(root.resolve("works").toFile())
                .inheritIO()
                .start();
        assertThat(process.waitFor()).isZero();
    }

    @Test
    void thereIsNothingWithoutARepositoryOrACommit() throws IOException, InterruptedException {
        assertThat(CommittedFiles.of(site, "ledger/")).isEmpty();
        git("init", "-q");
        assertThat(CommittedFiles.of(site, "ledger/")).isEmpty();
    }

    @Test
    void theNewestCommitHasThePartAskedForAsItWas() throws IOException, InterruptedException {
        git("init", "-q");
        git("add", ".");
        git("commit", "-q", "-m", "first");
        Files.writeString(site.resolve("ledger/GW1.jsonl"), "changed\n");
        Files.writeString(site.resolve("ledger/GW2.jsonl"), "not committed\n");
        CommittedFiles first = CommittedFiles.of(site, "ledger/").orElseThrow();
        assertThat(first.commit()).matches("[0-9a-f]{40}");
        assertThat(first.files()).containsOnlyKeys("ledger/GW1.jsonl", "ledger/Ærø 2.jsonl");
        assertThat(first.files().get("ledger/GW1.jsonl")).asString().isEqualTo("first\n");
        git("add", ".");
        git("commit", "-q", "-m", "second");
        CommittedFiles second = CommittedFiles.of(site, "ledger/").orElseThrow();
        assertThat(second.commit()).isNotEqualTo(first.commit());
        assertThat(second.files()).hasSize(3);
        assertThat(CommittedFiles.of(site, "nothing/").orElseThrow().files()).isEmpty();
    }

    /** What came with a folder can name programs in its repository's settings; none of them runs. */
    @Test
    void nothingThatARepositoryNamesIsRun() throws IOException, InterruptedException {
        git("init", "-q");
        git("add", ".");
        git("commit", "-q", "-m", "first");
        Path ran = root.resolve("ran");
        String program = "touch " + ran;
        git("config", "core.fsmonitor", program);
        git("config", "core.pager", program);
        git("config", "core.sshCommand", program);
        git("config", "diff.any.textconv", program);
        git("config", "filter.any.smudge", program);
        git("config", "remote.origin.url", "ext::" + program);
        git("config", "remote.origin.promisor", "true");
        git("config", "alias.ls-tree", "!" + program);
        Files.writeString(root.resolve("works/.git/info/attributes"), "* diff=any filter=any\n");
        assertThat(CommittedFiles.of(site, "ledger/").orElseThrow().files()).hasSize(2);
        try (Stream<Path> objects =
                Files.walk(root.resolve("works/.git/objects"))) { // now one is missing and would be fetched
            for (Path object : objects.filter(Files::isRegularFile).toList()) {
                Files.delete(object);
            }
        }
        assertThat(CommittedFiles.of(site, "ledger/").map(CommittedFiles::files).orElseGet(Map::of))
                .isEmpty();
        assertThat(ran).doesNotExist();
    }
}
