package org.urvant.devices.standin;

import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.devices.link.ContentDigest;
import org.urvant.file.json.JsonTree;
import org.urvant.project.configuration.Configuration;

/**
 * What a stand-in holds: the active configuration and, beside it, what was staged. The rename of the staged file over
 * the active one is the single step in which a configuration becomes active. Guarded by its own lock.
 */
final class DeviceState {
    private static final String ACTIVE = "active.json";
    private static final String STAGED = "staged.bin";
    private static final String STAGED_NOTE = "staged.json";
    private static final int MOST_BYTES = 64 * 1024 * 1024;

    private final Disk disk;
    private final StandInProfile profile;
    private Configuration active;

    DeviceState(Disk disk, StandInProfile profile) {
        this.disk = disk;
        this.profile = profile;
        this.active = disk.read(ACTIVE)
                .map(content -> Configuration.of(JsonTree.read(ACTIVE, content)))
                .orElse(null);
    }

    /** What the device makes of a request that it does not grant. */
    static final class Refusal extends Exception {
        private final int status;
        private final transient String remedy;

        Refusal(int status, String detail, String remedy) {
            super(detail);
            this.status = status;
            this.remedy = remedy;
        }

        int status() {
            return status;
        }

        String remedy() {
            return remedy;
        }
    }

    synchronized Optional<Configuration> active() {
        return Optional.ofNullable(active);
    }

    synchronized Section identity() {
        var fields = new TreeMap<String, Node>(Map.of(
                "type", Value.text(profile.type()),
                "firmware", Value.text(profile.firmware()),
                "serial", Value.text(profile.serial())));
        SortedMap<String, Value> modules = new TreeMap<>();
        profile.modules().forEach((slot, module) -> modules.put(slot, Value.text(module)));
        fields.put("modules", Section.of(modules));
        if (!profile.hardware().isEmpty()) {
            fields.put("hardware", Value.text(profile.hardware()));
        }
        if (!profile.mac().isEmpty()) {
            fields.put("mac", Value.text(profile.mac()));
        }
        if (active != null) {
            fields.put("device", Value.text(active.device()));
            fields.put("fingerprint", Value.text(active.fingerprint().hex()));
        }
        return Section.of(fields);
    }

    /** Returns digest, received and total of what is staged, or empty. */
    synchronized Optional<Section> staged() {
        return disk.read(STAGED_NOTE)
                .map(note -> JsonTree.read(STAGED_NOTE, note))
                .filter(note -> Long.toString(disk.length(STAGED))
                        .equals(note.text("received").orElse("")));
    }

    /** Keeps one block; only one that follows what is there, or begins anew, is taken. */
    synchronized void stage(int first, int total, byte[] block, String blockDigest, String wholeDigest) throws Refusal {
        if (!ContentDigest.matches(blockDigest, block)) {
            throw new Refusal(400, "the block does not have the digest given with it", "Send the block again.");
        }
        if (total > MOST_BYTES || block.length == 0 || first + block.length > total || wholeDigest == null) {
            throw new Refusal(400, "the range does not fit the block", "Send Content-Range and Repr-Digest.");
        }
        if (first > 0) {
            Section note = staged().orElse(Section.empty());
            boolean follows = note.text("received").orElse("").equals(Integer.toString(first))
                    && note.text("digest").orElse("").equals(wholeDigest);
            if (!follows) {
                throw new Refusal(409, "the block does not follow what is staged", "Ask for the staging state.");
            }
        }
        disk.write(STAGED, first, block);
        note(wholeDigest, first + block.length, total);
    }

    private void note(String digest, int received, int total) {
        byte[] note = CanonicalJson.bytes(Section.of(Map.of(
                "digest", Value.text(digest), "received", Value.number(received), "total", Value.number(total))));
        disk.replace(STAGED_NOTE, note);
    }

    /** Makes the staged configuration active, when it is whole, sound, meant for this device, and replaces what it names. */
    synchronized void activate(Fingerprint wanted, String ifMatch, String ifNoneMatch) throws Refusal {
        checkReplaced(ifMatch, ifNoneMatch);
        byte[] content = disk.read(STAGED).orElse(new byte[0]);
        Section note = staged().orElse(Section.empty());
        boolean whole =
                Integer.toString(content.length).equals(note.text("total").orElse(""))
                        && ContentDigest.matches(note.text("digest").orElse(""), content);
        if (!whole && content.length > 0) {
            disk.delete(STAGED); // a sender that asks again begins from byte 0
        }
        if (!whole || !Fingerprint.of(content).equals(wanted)) {
            throw new Refusal(
                    409, "what is staged is not whole, or not what is to be activated", "Stage it again, from byte 0.");
        }
        Configuration configuration = sound(content);
        disk.rename(STAGED, ACTIVE);
        active = configuration;
    }

    private Configuration sound(byte[] content) throws Refusal {
        try {
            Configuration configuration = Configuration.of(JsonTree.read(STAGED, content));
            String type = configuration.parts().section("hardware").text("type").orElse("none");
            if (!type.equals(profile.type())) {
                throw new Refusal(
                        409,
                        "the configuration is for a " + type + ", this is a " + profile.type(),
                        "Download the configuration of this device.");
            }
            return configuration;
        } catch (UrvantException | IllegalArgumentException e) {
            throw new Refusal(409, "what is staged is no configuration: " + e.getMessage(), "Stage it again.");
        }
    }

    private void checkReplaced(String ifMatch, String ifNoneMatch) throws Refusal {
        if (ifMatch == null && ifNoneMatch == null) {
            throw new Refusal(428, "the request does not say what it replaces", "Send If-Match, or If-None-Match: *.");
        }
        String runs = active == null ? "no configuration" : active.fingerprint().hex();
        boolean expected = ifMatch == null
                ? active == null
                : active != null && ifMatch.equals(ContentDigest.tag(active.fingerprint()));
        if (!expected) {
            String named = ifMatch == null
                    ? "no configuration"
                    : ContentDigest.fingerprint(ifMatch).map(Fingerprint::hex).orElse("something unreadable");
            throw new Refusal(
                    412,
                    "the device runs " + runs + ", but the download was made to replace " + named
                            + ": somebody else changed it in between",
                    "Compare again and decide which configuration is to stay.");
        }
    }
}
