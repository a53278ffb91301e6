import org.jspecify.annotations.NullMarked;

/** SCL of IEC 61850-6: read, checked, searched. */
@NullMarked
module org.urvant.scl {
    requires static org.jspecify;
    requires com.fasterxml.aalto;
    requires java.xml;
    requires org.slf4j;
    requires transitive org.urvant.core;
    requires org.urvant.file;

    exports org.urvant.scl;
    exports org.urvant.scl.reading;
    exports org.urvant.scl.selection;

    provides org.urvant.core.finding.RuleRoom with
            org.urvant.scl.SclRules;
}
