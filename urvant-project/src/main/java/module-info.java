import org.jspecify.annotations.NullMarked;

/** A site as a value, its checks and changes, and the folder behind it. */
@NullMarked
module org.urvant.project {
    requires static org.jspecify;
    requires org.apache.commons.csv;
    requires org.slf4j;
    requires transitive org.urvant.core;
    requires transitive org.urvant.file;
    requires transitive org.urvant.scl;

    exports org.urvant.project;
    exports org.urvant.project.behaviour;
    exports org.urvant.project.cache;
    exports org.urvant.project.change;
    exports org.urvant.project.check;
    exports org.urvant.project.compare;
    exports org.urvant.project.configuration;
    exports org.urvant.project.folder;
    exports org.urvant.project.mapping;
    exports org.urvant.project.reference;
    exports org.urvant.project.setting;
    exports org.urvant.project.type;

    uses org.urvant.project.check.CheckRoom;

    provides org.urvant.core.finding.RuleRoom with
            org.urvant.project.behaviour.LogicRules,
            org.urvant.project.mapping.MappingRules,
            org.urvant.project.check.DeviceRules,
            org.urvant.project.check.SiteRules,
            org.urvant.project.check.DownloadRules,
            org.urvant.project.folder.SourceRules,
            org.urvant.project.folder.LedgerRules;
    provides org.urvant.project.check.CheckRoom with
            org.urvant.project.check.SiteChecks;
}
