package org.urvant.report.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.mapping.SignalMatrix;

/** Which signal of a device goes where, as a page. */
final class MatrixPage {
    private MatrixPage() {}

    static String of(Project project, Device device) {
        SignalMatrix matrix = SignalMatrix.of(project, device);
        List<Map<String, Object>> rows = new ArrayList<>();
        for (String signal : matrix.rows().keySet()) {
            List<List<Map<String, Object>>> cells = new ArrayList<>();
            for (String column : matrix.columns()) {
                cells.add(matrix.at(signal, column).stream()
                        .map(cell -> Map.<String, Object>of(
                                "text", cell.toString(), "name", cell.name(), "used", cell.isUsed()))
                        .toList());
            }
            rows.add(Map.of("signal", signal, "cells", cells));
        }
        return Template.fill(
                "matrix.ftlh",
                Map.of("device", device.name(), "site", project.name(), "columns", matrix.columns(), "rows", rows));
    }
}
