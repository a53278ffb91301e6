package org.urvant.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ExamplesTest {
    @TempDir
    Path folder;

    @Test
    void relayToControlCentreEndsWithOneDifference() {
        assertThat(RelayToControlCentre.run(Path.of("../demo/F01.cid"), folder.resolve("site")))
                .matches("1 of \\d+ values differs");
    }

    @Test
    void chooseFromStationFindsTripsReportsAndParts() {
        assertThat(ChooseFromStation.run(Path.of("../demo/skarholm.scd"), folder.resolve("station")))
                .isEqualTo("3 trips, 2 reports, 3 parts of the site");
    }

    @Test
    void plantFromTableChangesAndTakesBack() throws IOException {
        assertThat(PlantFromTable.run(Path.of("../demo/plant.csv"), folder.resolve("plant")))
                .isEqualTo(
                        "6 values of M31 are given; the change was taken back: yes; 3 mV are 129 °C, 12 mA are 8 bar");
    }

    @Test
    void listToControlCentreReadsMapsAndHandsOver() {
        assertThat(ListToControlCentre.run(Path.of("../demo/pump-drive.csv"), folder.resolve("list")))
                .isEqualTo(
                        "11 rows, read with 4 requests; M_ME_TF_1 4002 gets 12.3 and 13.0 A; 10 points handed over, 3 switched off");
    }

    @Test
    void studyToTestPointsSetsChangesDrawsAndTests() throws IOException {
        assertThat(StudyToTestPoints.run(Path.of("../demo/study.csv"), folder.resolve("study")))
                .matches("16 values set, 4 follow the transformers, 18 points to test");
    }

    @Test
    void bayFromBayCopiesAdaptsComparesAndTestsAgain() {
        assertThat(BayFromBay.run(Path.of("../demo/bays.csv"), folder.resolve("bays")))
                .isEqualTo(
                        "3 bays copied; 3 differences, 1 taken back; to test again: function overcurrent protection, stage overcurrent.1, output BO1");
    }

    @Test
    void tryInterlockLightsTheLampAfterItsTime() {
        assertThat(TryInterlock.run(Path.of("../demo/interlock.st"), folder.resolve("interlock")))
                .isEqualTo("bi3 false at 0 ms, led1 false at 0 ms, bi3 true at 100 ms, led1 true at 300 ms");
    }

    /** What an engineer does every day takes fifteen lines and four rooms of the library. */
    @Test
    void changeAndDownloadIsFifteenLinesFromFourPackages() throws IOException {
        assertThat(ChangeAndDownload.run(Path.of("../demo/F01.cid"), folder.resolve("change")))
                .matches("GW1 runs [0-9a-f]{12}, as the project says; ledger: \\d+ lines");
        String text = Files.readString(Path.of("src/main/java/org/urvant/examples/ChangeAndDownload.java"));
        assertThat(text.lines()
                        .filter(line -> line.startsWith("import org.urvant."))
                        .map(line -> line.substring(0, line.lastIndexOf('.')))
                        .distinct())
                .hasSizeLessThanOrEqualTo(4);
        String body = text.substring(text.indexOf("String change("));
        assertThat(body.lines().count())
                .isLessThanOrEqualTo(15 + 4); // heading, its end, the end of try and of the class
    }

    @Test
    void everyExampleIsShort() throws IOException {
        try (var files = Files.list(Path.of("src/main/java/org/urvant/examples"))) {
            assertThat(files).isNotEmpty().allSatisfy(file -> assertThat(Files.readAllLines(file))
                    .hasSizeLessThan(80));
        }
    }
}
