package org.urvant.report.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.project.Project;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.Retest;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.type.Catalogue;

class PagesTest {
    private static final DeviceTypes TYPES = new DeviceTypes(
            new TreeSet<>(Catalogue.names()), name -> Catalogue.type(name).orElseThrow());

    @TempDir
    Path root;

    static List<String> types() {
        return Catalogue.names();
    }

    private static void isWhole(String page) {
        assertThat(page.strip())
                .startsWith("<!DOCTYPE html>")
                .endsWith("</html>")
                .doesNotContain("http", "<script");
    }

    /** The documentation of a type names all its settings, and so does the review of a device of it. */
    @ParameterizedTest
    @MethodSource("types")
    void pagesHoldAllThatATypeHas(String name) {
        DeviceType type = Catalogue.type(name).orElseThrow();
        String page = Pages.type(type);
        isWhole(page);
        assertThat(page).contains(type.settings().keySet());
        assertThat(type.tables().keySet()).allMatch(page::contains);
        assertThat(type.handling().examples().keySet()).allMatch(page::contains);
        assertThat(type.handling().stages()).allMatch(stage -> page.contains(stage.meaning()));
        assertThat(type.handling().zones()).allMatch(zone -> page.contains(zone.meaning()));
        assertThat(type.software().logic().behaviours()).allMatch(behaviour -> page.contains("<b>" + behaviour.name()));
        assertThat(page.contains("asked by the guided start"))
                .isEqualTo(!type.handling().guide().order().isEmpty());
        ProjectFolder folder = ProjectFolder.create(
                root.resolve("site"), "Site", new Workplace("tester", InstantSource.system(), root.resolve("user")));
        folder.change(site -> NewDevice.add(site, "D1", NewDevice.Start.of(name)));
        Project project = folder.load();
        String review = Pages.review(project, project.device("D1"));
        isWhole(review);
        assertThat(review).contains(DeviceSheets.of(type, project.device("D1")).paths());
        assertThat(review.contains("Safety-related")).isEqualTo(type.handling().isSafety());
    }

    @Test
    void whatComesFromAProjectIsEscaped() {
        ProjectFolder folder = ProjectFolder.create(
                root.resolve("site"),
                "<b>Site & co</b>",
                new Workplace("tester", InstantSource.system(), root.resolve("user")));
        folder.change(site -> NewDevice.add(site, "Q1", NewDevice.Start.of("oddvik-u1")));
        folder.set(folder.load(), "Q1", "long-time.current", "0.4");
        folder.set(folder.load(), "Q1", "description", "<img src=x>");
        Project project = folder.load();
        String page = Pages.review(project, project.device("Q1"));
        assertThat(page).contains("&lt;b&gt;Site &amp; co&lt;/b&gt;", "&lt;img").doesNotContain("<b>Site", "<img");
        assertThat(Pages.selectors(project, project.device("Q1"))).contains("long-time.current = 0.4", "tick-all");
    }

    /** Programs are a part of what is signed off, so the page that is read has them, and values that follow are marked. */
    @Test
    void aReviewShowsProgramsAndDerivedValues() {
        ProjectFolder folder = ProjectFolder.create(
                root.resolve("site"), "Site", new Workplace("tester", InstantSource.system(), root.resolve("user")));
        folder.change(site -> NewDevice.add(site, "F1", NewDevice.Start.of("marrowby-f2")));
        folder.set(folder.load(), "F1", "inputs.supply", "48");
        folder.change(site -> site.with(
                site.device("F1").withLogic("PROGRAM hold\n  bo3 := bi1 AND bi2 <> TRUE; // <b>\nEND_PROGRAM\n")));
        Project project = folder.load();
        String page = Pages.review(project, project.device("F1"));
        isWhole(page);
        assertThat(page)
                .contains("<h2>Programs</h2>", "bo3 := bi1 AND bi2 &lt;&gt; TRUE; // &lt;b&gt;")
                .containsPattern("(?s)inputs.supply-volts</td><td class=\"value\">48 V</td>\\s*<td>follows</td>");
    }

    /** A review shows what is wrong beside the values: open ones, idle ones with the reason, findings with rule and place. */
    @Test
    void aReviewShowsStatesAndFindings() {
        ProjectFolder folder = ProjectFolder.create(
                root.resolve("site"), "Site", new Workplace("tester", InstantSource.system(), root.resolve("user")));
        folder.change(site -> NewDevice.add(site, "P1", NewDevice.Start.of("lysholt-p12")));
        folder.set(folder.load(), "P1", "AI1.carries", "thermocouple");
        folder.set(folder.load(), "P1", "AI1.low", "900");
        Project project = folder.load();
        String page = Pages.review(project, project.device("P1"));
        assertThat(page)
                .contains("(open)")
                .contains("does not apply: the channel carries no standard signal")
                .contains("range-reversed", "the low end 900 is not below the high end 100")
                .contains("rule at catalogue lysholt-p12:")
                .contains(">devices/P1.yaml:");
        assertThat(page.indexOf("open-items")).isLessThan(page.indexOf("left-at-default"));
        assertThat(Pages.review(project, project.device("P1")))
                .as("the same project, the same page")
                .isEqualTo(page);
    }

    /** A page of differences holds both values, what is equal when asked for, and all of a row that one side alone has. */
    @Test
    void aPageOfDifferencesHoldsBothSides() {
        Project site = NewDevice.add(
                Project.of("Site", TYPES),
                "F1",
                NewDevice.Start.of("marrowby-f2").withExample("cable-feeder"));
        site = DeviceChange.copy(site, "F1", "F2", false).project();
        site = ValueChange.set(
                site,
                "F2",
                Map.of(
                        "group.1.overcurrent.2.delay",
                        "0.09 s",
                        "assignments.extra.function",
                        "earth-fault",
                        "BI3.name",
                        "<b>&"));
        Side left = Side.of(site, site.device("F1"));
        Side right = Side.of(site, site.device("F2"));
        Comparison comparison = left.against(right, left.identity());
        String page = Pages.comparison(
                "F1",
                "F2",
                Optional.of(left.tree()),
                Optional.of(right.tree()),
                comparison,
                right::unit,
                Map.of("settings.group.1.overcurrent.2.delay", "shorter cable"));
        assertThat(page.strip())
                .startsWith("<!DOCTYPE html>")
                .endsWith("</html>")
                .doesNotContain("http", "<b>&");
        assertThat(page)
                .contains(comparison.count() + " difference", "</b>, 1 accepted")
                .contains("<td>0.05 s</td>", "<td>0.09 s", "accepted: shorter cable", "&lt;b&gt;&amp;")
                .contains("only differences");
        Matcher rows = Pattern.compile("<tr class=\"([a-z ]+)\"").matcher(page);
        Map<String, Integer> kinds = new TreeMap<>();
        while (rows.find()) {
            kinds.merge(rows.group(1), 1, Integer::sum);
        }
        assertThat(kinds.get("changed") + kinds.get("added")).isEqualTo(comparison.count());
        assertThat(kinds.get("added part")).as("values of the row that came").isGreaterThan(2);
        assertThat(kinds.get("equal")).isGreaterThan(150);
        String differencesOnly =
                Pages.comparison("F1", "F2", Optional.empty(), Optional.empty(), comparison, path -> "", Map.of());
        assertThat(differencesOnly)
                .doesNotContain("only differences", "class=\"equal\"")
                .contains("0.09");
    }

    /** The list of what to test again stands on its own page and on the review, escaped, with a box for each item. */
    @Test
    void whatIsToBeTestedAgainHasABoxForEachItem() {
        Project site = NewDevice.add(
                Project.of("Site", TYPES),
                "F1",
                NewDevice.Start.of("marrowby-f2").withExample("cable-feeder"));
        Configuration tested = ConfigurationBuilder.build(site, site.device("F1"));
        Project after = ValueChange.set(site, "F1", Map.of("group.1.overcurrent.2.delay", "0.09 s"));
        Retest retest = Retest.of(after, "F1", tested);
        String page = Pages.retest(after, retest, "signed-off");
        isWhole(page);
        assertThat(page.split("class=\"box\"", -1)).hasSize(retest.items().size() + 1);
        assertThat(page).contains("overcurrent.2", "since signed-off", "1 difference");
        Seen seen = new Seen(
                Optional.empty(),
                Optional.of(retest),
                Optional.of(
                        ChangedValues.of("downloaded", tested, ConfigurationBuilder.build(after, after.device("F1")))));
        String review = Pages.review(after, after.device("F1"), seen);
        isWhole(review);
        assertThat(review).contains("To be tested again since the last sign-off", "downloaded: 0.05 s");
        assertThat(Pages.retest(site, Retest.of(site, "F1", tested), "saved"))
                .contains("Nothing: it is what was tested.");
    }
}
