package org.urvant.project.type;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.tree.Fingerprint;

/** The device types that ship with Urvant. Each is read when it is first asked for. Safe for use by several threads. */
public final class Catalogue {
    private static final String FOLDER = "/org/urvant/project/type/";

    private static final Map<String, DeviceType> READ = new ConcurrentHashMap<>();

    private Catalogue() {}

    /** Returns the names of all shipped types, sorted. */
    public static List<String> names() {
        return resource("catalogue.txt").orElseThrow().lines().sorted().toList();
    }

    /** Returns all shipped types. */
    public static DeviceTypes types() {
        return new DeviceTypes(Set.copyOf(names()), name -> type(name).orElseThrow());
    }

    /** Returns the shipped type with a name, or empty. */
    public static Optional<DeviceType> type(String name) {
        return names().contains(name)
                ? Optional.of(READ.computeIfAbsent(name, key -> DeviceTypeReader.read("catalogue " + key, text(key))))
                : Optional.empty();
    }

    /**
     * Returns the file of a shipped type, to make a type of one's own from.
     *
     * @throws UnknownNameException when there is no such type
     */
    public static String text(String name) {
        return resource(name + ".yaml").orElseThrow(() -> new UnknownNameException("device type", name, names()));
    }

    /** Returns what tells this edition of the catalogue from others: equal as long as no shipped type differs. */
    public static Fingerprint edition() {
        StringBuilder all = new StringBuilder();
        names().forEach(name -> all.append(text(name)));
        return Fingerprint.of(all.toString().getBytes(StandardCharsets.UTF_8));
    }

    /** Returns the JSON Schema of device-type files. */
    public static String schema() {
        return resource("device-type.schema.json").orElseThrow();
    }

    private static Optional<String> resource(String file) {
        try (InputStream in = Catalogue.class.getResourceAsStream(FOLDER + file)) {
            return in == null ? Optional.empty() : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
