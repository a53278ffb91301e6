import org.jspecify.annotations.NullMarked;

/** Files written as a whole or not at all, YAML as text with places, JSON, CSV. */
@NullMarked
@SuppressWarnings("module") // the modules that a package is open to are made later
module org.urvant.file {
    requires static org.jspecify;
    requires transitive org.urvant.core;
    requires com.fasterxml.jackson.core;
    requires org.apache.commons.csv;
    requires org.slf4j;
    requires org.snakeyaml.engine;

    exports org.urvant.file;
    exports org.urvant.file.json to
            org.urvant.devices,
            org.urvant.project;
    exports org.urvant.file.yaml to
            org.urvant.project;
}
