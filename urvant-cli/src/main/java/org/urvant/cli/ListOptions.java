package org.urvant.cli;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.formats.list.PointListFile;
import picocli.CommandLine.Option;

/** How a list of points is to be read. */
final class ListOptions {
    @Option(
            names = "--name",
            paramLabel = "NAME",
            description = "Name of the list: whose points they are, such as PD1; otherwise that of the file.")
    private String name;

    @Option(
            names = "--protocol",
            paramLabel = "ID",
            description = "Protocol of the points of a list: modbus, iec60870-5-104 or iec60870-5-101.")
    String protocol;

    @Option(
            names = "--column",
            paramLabel = "HEADING=COLUMN",
            description = "A heading of the list that is not understood, and the column that it is; - passes it over.")
    private Map<String, String> headings = new LinkedHashMap<>();

    @Option(
            names = "--assume",
            paramLabel = "COLUMN=VALUE",
            description = "What counts where a cell of the list is empty, or there is no such column: station=7,"
                    + " order=CDAB, numbering=reference.")
    private Map<String, String> assumed = new LinkedHashMap<>();

    @Option(names = "--sheet", paramLabel = "SHEET", description = "Sheet of the spreadsheet; otherwise the first.")
    private String sheet;

    /**
     * Returns how a file is to be read.
     *
     * @param usual headings that a project knows
     */
    PointListFile.How how(String file, Map<String, String> usual) {
        String stem = file.substring(Math.max(file.lastIndexOf('/'), file.lastIndexOf('\\')) + 1);
        int dot = stem.lastIndexOf('.');
        return new PointListFile.How(
                name == null ? dot > 0 ? stem.substring(0, dot) : stem : name,
                Optional.ofNullable(protocol),
                headings,
                usual,
                assumed,
                Optional.ofNullable(sheet));
    }

    /** Refuses options that say nothing about an SCL file. */
    void requireNone() {
        if (name != null || protocol != null || sheet != null || !headings.isEmpty() || !assumed.isEmpty()) {
            throw new RefusedException(
                    "--name, --protocol, --column, --assume and --sheet are for lists of points",
                    "Leave them out; a list is a .csv or .xlsx file.");
        }
    }
}
