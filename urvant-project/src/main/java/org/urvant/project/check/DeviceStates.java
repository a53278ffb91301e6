package org.urvant.project.check;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.finding.Entry;
import org.urvant.core.progress.Cores;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * What the check of a device's own values rests on, as a text: all that was given for it and where it stands, the names that
 * there are, and the same of each other device that may be named in it. It is taken of the values themselves, so that a site
 * that was changed and not written yet has other states.
 */
final class DeviceStates {
    private final Project project;
    private final SortedMap<String, List<String>> byHead = new TreeMap<>(); // names of devices by how they begin
    private SortedMap<String, Content> contents;
    private String names; // digest of all that there are

    DeviceStates(Project project) {
        this.project = project;
    }

    /**
     * @param digest of all that a device is
     * @param words what could be names in it
     */
    private record Content(String digest, Set<String> words) {}

    /** Returns the state of a device; not for several threads at once. */
    String of(Device device) {
        if (contents == null) {
            List<Device> devices = List.copyOf(project.devices().values());
            devices.forEach(each -> byHead.computeIfAbsent(head(each.name()), head -> new ArrayList<>())
                    .add(each.name()));
            contents = new TreeMap<>();
            List<Content> made = Cores.map(devices, each -> content(each, byHead.keySet()));
            for (int i = 0; i < made.size(); i++) {
                contents.put(devices.get(i).name(), made.get(i));
            }
            names = Fingerprint.of((String.join("\n", project.devices().keySet()) + "\n\n"
                                    + String.join("\n", project.iedNames()) + "\n\n"
                                    + String.join("\n", project.types().names()))
                            .getBytes(StandardCharsets.UTF_8))
                    .hex();
        }
        Content own = contents.get(device.name());
        StringBuilder state = new StringBuilder(names).append('\n').append(own.digest());
        for (String word : own.words()) {
            for (String name : byHead.get(word)) {
                state.append('\n')
                        .append(name)
                        .append(' ')
                        .append(contents.get(name).digest());
            }
        }
        return state.toString();
    }

    /** A name is found by how it begins: whoever names a device writes at least that, between other signs. */
    private static String head(String name) {
        int end = 0;
        while (end < name.length() && Character.isLetterOrDigit(name.charAt(end))) {
            end++;
        }
        return name.substring(0, end);
    }

    private static Content content(Device device, Set<String> heads) {
        Writer writer = new Writer(heads);
        writer.add(device.name());
        writer.add(device.plate().position().toString());
        writer.add(new TreeMap<>(device.plate().entries()));
        writer.add(device.fitted().modules());
        writer.add(device.fitted().ticked());
        writer.add(device.fitted().licences().size());
        device.fitted().licences().forEach(writer::add);
        writer.add(device.given().own());
        writer.add(device.given().sheets().size());
        device.given().sheets().forEach((key, sheet) -> {
            writer.add(key);
            writer.add(sheet.kind().name());
            writer.add(sheet.prefix());
            writer.add(sheet.position().toString());
            writer.add(sheet.values());
        });
        writer.add(device.connections().size());
        device.connections().values().forEach(connection -> {
            writer.add(connection.name());
            writer.add(connection.kind());
            writer.add(connection.position().toString());
            writer.add(connection.values());
        });
        writer.add(device.mappings().size());
        device.mappings().forEach(row -> writer.add(row.toString()));
        writer.add(device.programs().source());
        writer.add(device.programs().text());
        return writer.content();
    }

    /** Writes texts each with its length before it, so that no two things give one text. */
    private static final class Writer {
        private final StringBuilder text = new StringBuilder();
        private final Set<String> heads;
        private final Set<String> words = new TreeSet<>();

        Writer(Set<String> heads) {
            this.heads = heads;
            if (heads.contains("")) {
                words.add(""); // a name without a letter to begin with may stand anywhere
            }
        }

        void add(int number) {
            text.append(number).append(';');
        }

        void add(String one) {
            text.append(one.length()).append(':').append(one);
            int start = -1;
            for (int i = 0; i <= one.length(); i++) {
                boolean isLetter = i < one.length() && Character.isLetterOrDigit(one.charAt(i));
                if (isLetter && start < 0) {
                    start = i;
                } else if (!isLetter && start >= 0) {
                    String word = one.substring(start, i);
                    if (heads.contains(word)) {
                        words.add(word);
                    }
                    start = -1;
                }
            }
        }

        void add(Entry entry) {
            add(entry.text());
            add(entry.position().toString());
        }

        void add(Map<?, Entry> entries) {
            add(entries.size());
            entries.forEach((key, entry) -> {
                add(key.toString());
                add(entry);
            });
        }

        Content content() {
            return new Content(
                    Fingerprint.of(text.toString().getBytes(StandardCharsets.UTF_8))
                            .hex(),
                    words);
        }
    }
}
