package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.project.Device;
import org.urvant.project.Imported;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.type.DeviceTypeReader;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;

/** Rows proposed for very many signals, against a tree filled with as many claims. */
public final class MappingFigures {
    private static final int SIGNALS = 100_000;
    private static final int STATION = 80_000_000;
    private static final int RUNS = 7;
    private static final String TYPE =
            """
            format: urvant-device-type/1
            type: made-gateway
            maker: Nobody
            title: gateway for very many relays
            firmware: {"1.0": {}}
            settings:
              name: {kind: text, longest: 8, identity: yes, meaning: name}
            connections:
              relay: {protocol: iec61850, role: client, to-ied: yes, most: 5000, meaning: relay, settings: {address: {kind: address, means: peer-address, meaning: address}}}
              centre: {protocol: iec60870-5-104, role: server, meaning: control centre}
              panel: {protocol: modbus, role: server, meaning: panel}
            """;

    private MappingFigures() {}

    /** Measures and prints; the argument is the demo station, from which a large one is made. */
    public static void main(String[] arguments) throws IOException {
        System.out.println("| what | urvant s | baseline s | ratio |\n|---|---|---|---|");
        measure(Path.of(arguments[0]));
    }

    private static void measure(Path station) throws IOException {
        DeviceType type = DeviceTypeReader.read("made", TYPE);
        SclFile file = new SclReader().read(SclMaker.make(station, STATION), "made.scd");
        Project site = Project.of("Made", new DeviceTypes(Set.of(type.name()), name -> type))
                .with(Imported.NOTHING.with(
                        file, file.ieds().stream().map(Ied::name).toList()));
        site = NewDevice.add(site, "GW1", NewDevice.Start.of(type.name()));
        site = ConnectionChange.connectAll(site, site.device("GW1"), site.ieds())
                .project();
        site = ConnectionChange.connect(site, "GW1", "scada", "centre");
        site = ConnectionChange.connect(site, "GW1", "panel", "panel");
        List<MappedSignal> signals = signals(site.ieds());
        List<Double> claims = new ArrayList<>();
        List<Double> scada = new ArrayList<>();
        List<Double> panel = new ArrayList<>();
        for (int run = 0; run < RUNS; run++) {
            claims.add(seconds(() -> filled(signals)));
            scada.add(propose(site, "scada", signals, OptionalInt.of(1)));
            panel.add(propose(site, "panel", signals.subList(0, 20_000), OptionalInt.empty()));
        }
        double plain = DeviceFigures.median(claims);
        System.out.printf(
                Locale.ROOT,
                "| %,d rows proposed for IEC 60870-5-104 : a tree filled with as many claims | %.3f | %.3f | %.2f |%n",
                signals.size(),
                DeviceFigures.median(scada),
                plain,
                DeviceFigures.median(scada) / plain);
        System.out.printf(
                Locale.ROOT,
                "| 20,000 rows proposed for Modbus : a fifth of that tree | %.3f | %.3f | %.2f |%n",
                DeviceFigures.median(panel),
                plain / 5,
                DeviceFigures.median(panel) / plain * 5);
    }

    private static List<MappedSignal> signals(List<Ied> ieds) {
        List<MappedSignal> signals = new ArrayList<>();
        for (Ied ied : ieds) {
            MappedSignal.of(ied.nodes().stream()
                            .flatMap(node -> node.attributes().stream())
                            .toList())
                    .stream()
                    .filter(signal -> signal.shape().isPresent())
                    .forEach(signals::add);
            if (signals.size() >= SIGNALS) {
                return signals.subList(0, SIGNALS);
            }
        }
        throw new IllegalStateException("the station has " + signals.size() + " signals");
    }

    private static double propose(Project site, String to, List<MappedSignal> signals, OptionalInt start) {
        Device device = site.device("GW1");
        return seconds(() -> {
            if (SignalMapper.propose(site, device, to, signals, start).rows().size() != signals.size()) {
                throw new IllegalStateException("not all signals were mapped to " + to);
            }
        });
    }

    /** What the addresses alone would cost: each claim looked up and put, with the signal that owns it. */
    private static void filled(List<MappedSignal> signals) {
        TreeMap<String, String> tree = new TreeMap<>();
        int address = 1;
        for (MappedSignal signal : signals) {
            String claim = String.format("monitor %08d", address++);
            if (Optional.ofNullable(tree.floorKey(claim)).filter(claim::equals).isEmpty()) {
                tree.put(claim, signal.reference());
            }
        }
    }

    private static double seconds(Runnable work) {
        long begin = System.nanoTime();
        work.run();
        return (System.nanoTime() - begin) / 1e9;
    }
}
