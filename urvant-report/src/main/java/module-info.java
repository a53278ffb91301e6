import org.jspecify.annotations.NullMarked;

/** Pages to read and print, and plots. */
@NullMarked
@SuppressWarnings("requires-automatic") // neither FreeMarker, JFreeChart nor Batik is a module of its own yet
module org.urvant.report {
    requires static org.jspecify;
    requires freemarker;
    requires java.desktop;
    requires java.xml;
    requires org.apache.xmlgraphics.batik.svggen;
    requires org.jfree.jfreechart;
    requires transitive org.urvant.project;

    exports org.urvant.report.page;
    exports org.urvant.report.plot;

    opens org.urvant.report.page to
            freemarker; // which reads the templates there
}
