import org.jspecify.annotations.NullMarked;

/** The way to devices, their stand-ins, download and read-back. */
@NullMarked
module org.urvant.devices {
    requires static org.jspecify;
    requires java.net.http;
    requires jdk.httpserver;
    requires org.bouncycastle.pkix;
    requires org.bouncycastle.provider;
    requires org.slf4j;
    requires transitive org.urvant.project;

    exports org.urvant.devices.link;
    exports org.urvant.devices.standin;
    exports org.urvant.devices.transfer;

    provides org.urvant.core.finding.RuleRoom with
            org.urvant.devices.transfer.UnitRules;
}
