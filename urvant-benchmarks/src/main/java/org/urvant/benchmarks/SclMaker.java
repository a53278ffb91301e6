package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Makes large SCL files from the demo station: the station again and again under new names, each with its site, networks
 * and six IEDs of three invented makers, and the types once. Every reference in it resolves.
 */
final class SclMaker {
    private static final List<String> IEDS = List.of("F01", "F02", "F03", "T01", "S01", "M01");

    private SclMaker() {}

    /** Returns an SCL file of at least so many bytes, made from the station's file; elements stand close together. */
    static byte[] make(Path stationFile, int bytes) throws IOException {
        String station = Files.readString(stationFile).replaceAll(">\\s+<", ">\n<");
        String head = station.substring(0, station.indexOf("<Substation "));
        String site = between(station, "<Substation ", "</Substation>\n");
        String networks = between(station, "<Communication>\n", "</Communication>\n")
                .replace("<Communication>\n", "")
                .replace("</Communication>\n", "");
        String ieds = station.substring(station.indexOf("<IED name=\"F01\""), station.indexOf("<IED name=\"GW1\""));
        String client = between(station, "<IED name=\"GW1\"", "</IED>\n");
        String types = station.substring(station.indexOf("<DataTypeTemplates>"));
        networks = networks.replaceAll("(?s)<ConnectedAP iedName=\"GW1\".*?</ConnectedAP>\n", "");
        int copies = Math.max(
                1,
                1
                        + (bytes - head.length() - types.length())
                                / (site.length() + networks.length() + ieds.length() + 400));
        StringBuilder sites = new StringBuilder();
        StringBuilder network = new StringBuilder();
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < copies; i++) {
            String prefix = "K" + (1000 + i);
            sites.append(renamed(site.replace("Skarholm", prefix), prefix, "iedName=\""));
            network.append(renamed(networks, prefix, "").replace("-bus\"", "-bus-" + prefix + "\""));
            all.append(renamed(ieds, prefix, ""));
        }
        return (head + sites + "<Communication>\n" + network + "</Communication>\n" + all + client + types)
                .getBytes(StandardCharsets.UTF_8);
    }

    private static String renamed(String text, String prefix, String before) {
        String result = text;
        for (String ied : IEDS) {
            result = result.replace(before + ied, before + prefix + ied);
        }
        return result;
    }

    private static String between(String text, String start, String end) {
        int from = text.indexOf(start);
        return text.substring(from, text.indexOf(end, from) + end.length());
    }
}
