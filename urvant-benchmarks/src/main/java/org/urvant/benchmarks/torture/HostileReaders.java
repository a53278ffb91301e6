package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.LogicSource;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Role;
import org.urvant.file.SafeFile;
import org.urvant.file.json.JsonTree;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.formats.list.PointListFile;
import org.urvant.formats.table.AnswerTable;
import org.urvant.formats.table.MarkTable;
import org.urvant.formats.table.StudyTable;
import org.urvant.formats.table.TestTable;
import org.urvant.formats.table.ValueTable;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ConfigurationFile;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.type.Catalogue;
import org.urvant.project.type.DeviceTypeReader;
import org.urvant.scl.reading.SclImport;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalIndex;

/** All that reads what comes from outside, each with sound inputs to begin from: the files of the demo, and what is made of them. */
final class HostileReaders {
    private static final List<String> QUERIES = List.of(
            "kind:trip",
            "desc:breaker bay:F01 (kind:position or kind:command)",
            "not (ln:PTRC or ied:F0*) K1*CSWI1.Pos.Oper.ctlVal",
            "phase:a quantity:current \"two words\"");
    private static final List<String> POINTS = List.of(
            "F01CTRL/XCBR1.Pos.stVal",
            "monitor:1001 M_SP_TB_1",
            "holding:12 float32 ABCD 0.1",
            "ref:40108 int16",
            "coil:5",
            "holding:3.7",
            "frame:0x1A0 8 16",
            "PD1/speed");
    private static final List<String> VALUES = List.of(
            "12.5 kA",
            "75 %",
            "10 ms",
            "on",
            "192.0.2.20",
            "02:00:5E:10:00:31",
            "06:00",
            "Skarholm",
            "1e3",
            "AI1, AI2");

    private final Path demo;
    private final Path work;

    HostileReaders(Path demo, Path work) {
        this.demo = demo;
        this.work = work;
    }

    /**
     * Returns the readers.
     *
     * @param project a project of {@link MadeSite}
     */
    List<HostileReader> all(Path project) throws IOException {
        List<HostileReader> readers = new ArrayList<>();
        List<byte[]> scl = files(demo, "F01.cid", "tp4.icd", "nb2.icd", "skarholm.scd");
        readers.add(new HostileReader("SCL files", scl, input -> {
            SclImport read = SclImport.of(input, "x.scd");
            read.check().findings().forEach(finding -> finding.position().toString());
            Query.parse("kind:trip").search(List.of(read.index())).count();
        }));
        readers.add(new HostileReader(
                "kept indexes",
                List.of(SclImport.of(scl.get(0), "F01.cid").index().octets()),
                input -> SignalIndex.read(input, "x")
                        .ifPresent(index ->
                                Query.parse("kind:trip").search(List.of(index)).count())));
        readers.add(new HostileReader(
                "YAML", under(project, "devices", "picks"), input -> YamlDocument.parse("x", text(input))
                        .root()));
        readers.add(new HostileReader(
                "device types",
                Catalogue.names().stream()
                        .map(Catalogue::text)
                        .map(HostileReaders::octets)
                        .toList(),
                input -> DeviceTypeReader.read("x", text(input))));
        readers.add(new HostileReader("JSON", under(project, "backups"), input -> JsonTree.read("x", input)));
        readers.add(new HostileReader(
                "configuration files",
                under(project, "backups"),
                input -> ConfigurationFile.read(written("x.json", input), "x.json")));
        tables(readers);
        texts(readers);
        readers.add(project(project, ".", "urvant.yaml"));
        readers.add(project(project, ".", "site.yaml"));
        readers.add(project(project, "sources", "index.yaml"));
        readers.add(project(project, "devices", "GW1.yaml"));
        readers.add(project(project, "mappings", "GW1.csv"));
        readers.add(project(project, "points", "PD1.csv"));
        readers.add(project(project, "ledger", "GW1.jsonl"));
        readers.add(project(project, "ledger", "heads"));
        return readers;
    }

    private void tables(List<HostileReader> readers) throws IOException {
        List<byte[]> lists = files(demo, "pump-drive.csv", "neighbour.csv");
        readers.add(list("point lists, CSV", "x.csv", lists));
        readers.add(list("point lists, XLSX", "x.xlsx", List.of(workbook())));
        readers.add(new HostileReader(
                "values, CSV",
                files(demo, "plant.csv", "presses.csv"),
                input -> ValueTable.read(written("x.csv", input), "x.csv")));
        readers.add(new HostileReader(
                "values, XLSX", List.of(workbook()), input -> ValueTable.read(written("x.xlsx", input), "x.xlsx")));
        readers.add(new HostileReader(
                "answers", files(demo, "motors.csv"), input -> AnswerTable.read(written("x.csv", input), "x.csv")));
        readers.add(new HostileReader(
                "studies",
                files(demo, "study.csv"),
                input -> StudyTable.read(written("x.csv", input), "x.csv", Optional.empty())));
        readers.add(new HostileReader(
                "test results",
                octets(List.of("device,group,stage,point,inject a,expected s,from s,to s,operated,measured,note\n"
                        + "F11,1,overcurrent.1,2 × the pick-up,2.4,2.006,1.906,2.106,yes,2.0,\n")),
                input -> TestTable.read(written("x.csv", input), "x.csv")));
        readers.add(new HostileReader(
                "marks",
                octets(List.of("row,LED1,BO1,BO2\nearth,,x,\ntrip,x,x,x\n")),
                input -> MarkTable.read(written("x.csv", input), "x.csv")));
    }

    private HostileReader list(String name, String file, List<byte[]> corpus) {
        PointListFile.How how = new PointListFile.How(
                "PD1",
                Optional.of("modbus"),
                Map.of(),
                Map.of(),
                Map.of("area", "holding", "type", "int16"),
                Optional.empty());
        return new HostileReader(name, corpus, input -> PointListFile.read(written(file, input), file, how)
                .reading()
                .findings()
                .forEach(finding -> finding.position().toString()));
    }

    private byte[] workbook() throws IOException {
        Path file = work.resolve("made.xlsx");
        List<List<String>> rows = SafeFile.readText(demo.resolve("pump-drive.csv"), 1_000_000, "pump-drive.csv")
                .lines()
                .map(line -> List.of(line.split("[;,]", -1)))
                .toList();
        ValueTable.write(file, rows);
        return Files.readAllBytes(file);
    }

    private void texts(List<HostileReader> readers) throws IOException {
        readers.add(new HostileReader("Structured Text", files(demo, "interlock.st"), input -> Logic.read(
                        List.of(LogicSource.of("p", text(input))), List.of(), (source, mistake) -> mistake.toString())
                .ifPresent(Logic::inputs)));
        readers.add(new HostileReader("queries", octets(QUERIES), input -> Query.parse(text(input))));
        readers.add(new HostileReader("points", octets(POINTS), input -> {
            String text = text(input);
            PointSpaces.all().forEach(space -> Stream.of(Role.values()).forEach(role -> {
                try {
                    space.read(text, role);
                } catch (IllegalArgumentException e) {
                    e.getMessage().length(); // how a point space refuses
                }
            }));
        }));
        List<DeviceType> types = Catalogue.names().stream()
                .map(name -> Catalogue.type(name).orElseThrow())
                .toList();
        readers.add(new HostileReader("values of settings", octets(VALUES), input -> {
            String text = text(input);
            types.forEach(type -> type.settings().values().forEach(setting -> setting.read(text)));
        }));
    }

    /** A whole project with one file of it changed: opened, checked, and each device's configuration built. */
    private HostileReader project(Path project, String folder, String name) throws IOException {
        Path file = project.resolve(folder).resolve(name);
        byte[] sound = Files.readAllBytes(file);
        Workplace place = new Workplace("fuzz", InstantSource.fixed(Instant.EPOCH), work.resolve("home"));
        return new HostileReader("projects: " + folder + "/" + name, List.of(sound), input -> {
            Files.write(file, input);
            try {
                Project read = ProjectFolder.open(project, place).load();
                ProjectCheck.check(read);
                read.devices().values().forEach(device -> ConfigurationBuilder.build(read, device));
            } finally {
                Files.write(file, sound);
            }
        });
    }

    private Path written(String name, byte[] content) throws IOException {
        return Files.write(work.resolve(name), content);
    }

    private static String text(byte[] input) {
        return new String(input, StandardCharsets.UTF_8);
    }

    private static byte[] octets(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static List<byte[]> octets(List<String> texts) {
        return texts.stream().map(HostileReaders::octets).toList();
    }

    private static List<byte[]> files(Path folder, String... names) throws IOException {
        List<byte[]> contents = new ArrayList<>();
        for (String name : names) {
            contents.add(Files.readAllBytes(folder.resolve(name)));
        }
        return contents;
    }

    private static List<byte[]> under(Path project, String... folders) throws IOException {
        List<byte[]> contents = new ArrayList<>();
        for (String folder : folders) {
            try (Stream<Path> files = Files.walk(project.resolve(folder))) {
                for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                    contents.add(Files.readAllBytes(file));
                }
            }
        }
        return contents;
    }
}
