package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Makes large SCL files from the demo relay: many IEDs of three invented makers, with templates of each. */
final class SclMaker {
    private static final List<String> TYPES = List.of("MF7", "TR5", "NV2");
    private static final List<String> MAKERS = List.of("Marrowby", "Tarnholt", "Novling");

    private SclMaker() {}

    /** Returns an SCL file of at least so many bytes, made from the relay's file. */
    static byte[] make(Path relayFile, int bytes) throws IOException {
        String relay = Files.readString(relayFile);
        String ied = between(relay, "  <IED ", "  </IED>\n");
        String point = between(relay, "      <ConnectedAP ", "      </ConnectedAP>\n");
        String templates = relay.substring(relay.indexOf("    <LNodeType"), relay.indexOf("  </DataTypeTemplates>"));
        StringBuilder ieds = new StringBuilder(bytes + ied.length());
        StringBuilder points = new StringBuilder();
        for (int i = 0; ieds.length() + points.length() + 3 * templates.length() < bytes; i++) {
            int maker = i % MAKERS.size();
            String name = "K" + (1000 + i);
            ieds.append(ied.replace("F01", name)
                    .replace("F02", "K" + (1000 + i + 1))
                    .replace("MF7", TYPES.get(maker))
                    .replace("Marrowby", MAKERS.get(maker)));
            points.append(point.replace("F01", name).replace("192.0.2.11", "198.51." + i / 250 + "." + (1 + i % 250)));
        }
        StringBuilder file = new StringBuilder(ieds.length() + points.length() + 4 * templates.length());
        file.append(relay, 0, relay.indexOf("      <ConnectedAP "))
                .append(points)
                .append("    </SubNetwork>\n  </Communication>\n")
                .append(ieds)
                .append("  <DataTypeTemplates>\n");
        TYPES.forEach(type -> file.append(templates.replace("MF7", type)));
        return file.append("  </DataTypeTemplates>\n</SCL>\n").toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String between(String text, String start, String end) {
        int from = text.indexOf(start);
        return text.substring(from, text.indexOf(end, from) + end.length());
    }
}
