package org.urvant.benchmarks;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.urvant.core.point.list.PointList;
import org.urvant.formats.list.PointListFile;
import org.xml.sax.InputSource;
import org.xml.sax.XMLReader;

/** Lists of very many points read, against what the libraries take that read their files. */
public final class ListFigures {
    private static final int POINTS = 100_000;
    private static final int RUNS = 7;
    private static final PointListFile.How HOW = new PointListFile.How(
            "L", Optional.of("modbus"), Map.of(), Map.of(), Map.of("numbering", "protocol"), Optional.empty());

    private ListFigures() {}

    /** Measures and prints; the argument is a folder for the files that are made. */
    public static void main(String[] arguments) throws Exception {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        System.out.println("| what | urvant s | baseline s | ratio |\n|---|---|---|---|");
        Path csv = made(folder.resolve("list.csv"), POINTS);
        PointList list =
                PointListFile.read(csv, "list.csv", HOW).reading().list().orElseThrow();
        require(list.points().size() == POINTS);
        print("list of 100,000 points from CSV, to Commons CSV alone", () -> read(csv), () -> plain(csv));
        Path large = made(folder.resolve("large.csv"), 10 * POINTS);
        print("list of 1,000,000 points from CSV, to ten times the one of 100,000", () -> read(large), () -> {
            for (int i = 0; i < 10; i++) {
                read(csv);
            }
        });
        Path sheet = folder.resolve("list.xlsx");
        PointListFile.write(sheet, list);
        print(
                "list of 100,000 points from XLSX, to the event reader of POI alone",
                () -> read(sheet),
                () -> events(sheet));
    }

    private static Path made(Path file, int points) throws IOException {
        String[] types = {"int16", "uint16", "float32", "uint32"};
        try (OutputStream out = Files.newOutputStream(file)) {
            out.write("name,area,address,type,order,access,unit,factor,least,most,station,description\n".getBytes());
            for (int i = 0; i < points; i++) {
                String type = types[i % 4];
                out.write(("Motor " + i + " value,holding," + i % 32_000 * 2 + "," + type + ","
                                + (type.endsWith("32") ? "CDAB" : "") + ",R,A,0.1,0,400," + (1 + i / 32_000) % 248
                                + ",largest of the three phases of motor " + i + "\n")
                        .getBytes());
            }
        }
        return file;
    }

    private static void require(boolean holds) {
        if (!holds) {
            throw new IllegalStateException("the list was not read as it was made");
        }
    }

    private static void read(Path file) {
        PointListFile.read(file, file.getFileName().toString(), HOW);
    }

    private static void plain(Path file) throws IOException {
        long cells = 0;
        try (Reader in = Files.newBufferedReader(file);
                CSVParser parser = CSVParser.parse(in, CSVFormat.RFC4180)) {
            for (CSVRecord row : parser) {
                cells += row.values().length;
            }
        }
        require(cells > 0);
    }

    private static void events(Path file) throws Exception {
        long[] cells = new long[1];
        try (OPCPackage archive = OPCPackage.open(file.toFile())) {
            XSSFReader reader = new XSSFReader(archive);
            XMLReader xml = XMLHelper.newXMLReader();
            xml.setContentHandler(new XSSFSheetXMLHandler(
                    reader.getStylesTable(),
                    new ReadOnlySharedStringsTable(archive),
                    new XSSFSheetXMLHandler.SheetContentsHandler() {
                        @Override
                        public void startRow(int row) {
                            // only cells count
                        }

                        @Override
                        public void endRow(int row) {
                            // only cells count
                        }

                        @Override
                        public void cell(String reference, String value, XSSFComment comment) {
                            cells[0]++;
                        }
                    },
                    false));
            try (InputStream in = reader.getSheetsData().next()) {
                xml.parse(new InputSource(in));
            }
        }
        require(cells[0] > 0);
    }

    private interface Work {
        void run() throws Exception;
    }

    private static void print(String what, Work urvant, Work baseline) throws Exception {
        double[] own = new double[RUNS];
        double[] plain = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            plain[i] = seconds(baseline);
            own[i] = seconds(urvant);
        }
        List<double[]> both = List.of(own, plain);
        both.forEach(Arrays::sort);
        System.out.printf(
                Locale.ROOT,
                "| %s | %.3f | %.3f | %.2f |%n",
                what,
                own[RUNS / 2],
                plain[RUNS / 2],
                own[RUNS / 2] / plain[RUNS / 2]);
    }

    private static double seconds(Work work) throws Exception {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / 1e9;
    }
}
