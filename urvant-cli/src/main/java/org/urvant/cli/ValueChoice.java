package org.urvant.cli;

import java.util.Optional;
import org.urvant.project.compare.ChangedValues;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.ValueRow;
import picocli.CommandLine.Option;

/** Which values of a device are shown. */
final class ValueChoice {
    @Option(names = "--changed", description = "Only what differs from the default.")
    private boolean changed;

    @Option(
            names = "--since",
            paramLabel = "STATE",
            description =
                    "Only what differs from a state that was kept: saved, downloaded, signed-off, backup; or live,"
                            + " or a configuration's file.")
    private String since;

    @Option(names = "--expert", description = "Also settings that most people leave alone.")
    private boolean expert;

    @Option(names = "--all", description = "Also what does not apply, and what channels have at their defaults.")
    private boolean all;

    @Option(names = "--find", paramLabel = "TEXT", description = "Only what contains a text: path, meaning or value.")
    private String find;

    /** Returns the state that values are held against; empty when none is named. */
    Optional<String> since() {
        return Optional.ofNullable(since);
    }

    /** Returns whether no choice was made, so that the whole device is shown. */
    boolean isWhole() {
        return find == null && !changed && since == null;
    }

    /** Says how many values differ from the state that was named. */
    String differing(int count) {
        return count == 0
                ? "no value differs from " + since
                : Command.count(count, "value") + (count == 1 ? " differs" : " differ") + " from " + since;
    }

    private boolean isInPart(ValueRow row, String part) {
        return part == null || row.path().equals(part) || row.path().startsWith(part + ".");
    }

    /** Returns whether a value is shown, of those in the part that was named; null for all. */
    boolean isWanted(ValueRow row, String part, boolean json, Optional<ChangedValues> changes) {
        if (!isInPart(row, part)) {
            return false;
        }
        if (since != null) {
            return changes.flatMap(all -> all.before(row.path())).isPresent();
        }
        if (find != null) {
            return row.contains(find);
        }
        if (changed) {
            return row.differs();
        }
        boolean isQuiet = !row.isGiven() && !row.isOpen();
        boolean bareChannel =
                row.sheet().kind() == Sheet.Kind.CHANNEL && row.sheet().given().isEmpty() && part == null;
        return all
                || json
                || !isQuiet
                || row.idle().isEmpty()
                        && !bareChannel
                        && (expert || !row.setting().traits().isExpert());
    }
}
