package org.urvant.formats.project;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.fault.MalformedInputException;
import org.urvant.core.fault.RefusedException;
import org.urvant.core.scl.DataAttribute;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.SclFile;

/**
 * What an import would do, before anything is changed.
 *
 * @param name file name that the source would have
 * @param content the file as it came
 * @param file its views
 * @param rows one for each IED in it
 * @param replaced names of sources that would go, because all their IEDs come anew
 */
public record ImportPlan(String name, byte[] content, SclFile file, List<Row> rows, List<String> replaced) {
    public ImportPlan {
        content = content.clone();
        rows = List.copyOf(rows);
        replaced = List.copyOf(replaced);
    }

    /** Returns a copy of the file's bytes. */
    @Override
    public byte[] content() {
        return content.clone();
    }

    /** How an IED of the file stands to the project. */
    public enum Mark {
        NEW,
        SAME,
        CHANGED;

        /** Returns the word that is shown. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * One IED.
     *
     * @param ied the IED in the file
     * @param mark how it stands to the project
     * @param added references of data attributes that the project's file lacks
     * @param removed references of data attributes that the new file lacks
     * @param changed references of data attributes whose class, constraint or type differs
     */
    public record Row(Ied ied, Mark mark, List<String> added, List<String> removed, List<String> changed) {}

    static ImportPlan of(String name, byte[] content, SclFile file, List<SclFile> sources) {
        if (file.ieds().isEmpty()) {
            throw new RefusedException(
                    name + " holds no IED", "Import a file with IEDs: an ICD, IID, CID or SCD file.");
        }
        List<Row> rows = new ArrayList<>();
        List<String> replaced = new ArrayList<>();
        for (Ied ied : file.ieds()) {
            if (!ied.name().matches("[A-Za-z][A-Za-z0-9_]{0,63}")) {
                throw new MalformedInputException(
                        ied.position(),
                        "IED name '" + ied.name() + "' is not allowed",
                        "A name starts with a letter and has letters, digits and _ only (IEC 61850-6, 9.3.1).");
            }
            Optional<Ied> known = sources.stream()
                    .flatMap(source -> source.ied(ied.name()).stream())
                    .findFirst();
            rows.add(known.map(old -> row(ied, old))
                    .orElseGet(() -> new Row(ied, Mark.NEW, List.of(), List.of(), List.of())));
        }
        for (SclFile source : sources) {
            boolean touched =
                    source.ieds().stream().anyMatch(ied -> file.ied(ied.name()).isPresent());
            List<String> kept = source.ieds().stream()
                    .map(Ied::name)
                    .filter(ied -> file.ied(ied).isEmpty())
                    .toList();
            String sourceName = source.source().substring(source.source().lastIndexOf('/') + 1);
            if ((touched || sourceName.equals(name)) && !kept.isEmpty()) {
                throw new RefusedException(
                        source.source() + " would be replaced, but " + String.join(", ", kept) + " in it would be lost",
                        "Import a file that holds these IEDs too, or name the file otherwise.");
            }
            if (touched && !sourceName.equals(name)) {
                replaced.add(sourceName);
            }
        }
        return new ImportPlan(name, content, file, rows, replaced);
    }

    private static Row row(Ied ied, Ied old) {
        Map<String, String> before = attributes(old);
        Map<String, String> after = attributes(ied);
        List<String> added = after.keySet().stream()
                .filter(reference -> !before.containsKey(reference))
                .sorted()
                .toList();
        List<String> removed = before.keySet().stream()
                .filter(reference -> !after.containsKey(reference))
                .sorted()
                .toList();
        List<String> changed = after.keySet().stream()
                .filter(before::containsKey)
                .filter(reference -> !before.get(reference).equals(after.get(reference)))
                .sorted()
                .toList();
        boolean same = added.isEmpty()
                && removed.isEmpty()
                && changed.isEmpty()
                && old.configVersion().equals(ied.configVersion())
                && old.file().headerVersion().equals(ied.file().headerVersion());
        return new Row(ied, same ? Mark.SAME : Mark.CHANGED, added, removed, changed);
    }

    private static Map<String, String> attributes(Ied ied) {
        Map<String, String> attributes = new HashMap<>();
        ied.logicalDevices().stream()
                .flatMap(device -> device.nodes().stream())
                .flatMap(node -> node.attributes().stream())
                .forEach((DataAttribute attribute) -> attributes.put(
                        attribute.reference(),
                        attribute.innerClass() + " "
                                + attribute.constraint().map(Enum::name).orElse("") + " " + attribute.basicType() + " "
                                + attribute.value().orElse("")));
        return attributes;
    }
}
