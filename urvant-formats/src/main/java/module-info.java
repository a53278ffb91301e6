import org.jspecify.annotations.NullMarked;

/** Tables, studies, lists of points and findings in the formats of others. */
@NullMarked
module org.urvant.formats {
    requires static org.jspecify;
    requires com.fasterxml.jackson.core;
    requires java.xml;
    requires org.apache.commons.csv;
    requires org.apache.poi.ooxml;
    requires org.apache.poi.poi;
    requires transitive org.urvant.project;

    exports org.urvant.formats.finding;
    exports org.urvant.formats.list;
    exports org.urvant.formats.table;
}
