package org.urvant.project.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Ref;
import org.urvant.core.text.Glob;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.project.Project;

/**
 * Differences that a person looked at and found to be as wanted: a work list, kept with the site. A difference is accepted only as
 * long as it is the one that was looked at, from whichever side; when either side has another value, it is open again.
 *
 * @param reasons why, by the path
 */
public record Accepted(SortedMap<String, String> reasons) {
    private static final String BETWEEN = "; ";
    private static final String BECOMES = " → ";

    /** Returns which differences between two sides are accepted. */
    public static Accepted of(Project project, Side left, Side right, Comparison comparison) {
        SortedMap<String, String> reasons = new TreeMap<>();
        for (Comparison.Placed placed : comparison.leaves()) {
            Difference found = placed.difference();
            reason(project, key(left, right, placed.path()), former(found), now(found))
                    .or(() -> reason(project, key(right, left, placed.path()), now(found), former(found)))
                    .ifPresent(reason -> reasons.put(placed.path(), reason));
        }
        return new Accepted(reasons);
    }

    private static Optional<String> reason(Project project, String key, String former, String now) {
        String said = project.remarks().accepted().getOrDefault(key, "");
        String known = former + BECOMES + now + BETWEEN;
        return said.startsWith(known) ? Optional.of(said.substring(known.length())) : Optional.empty();
    }

    /**
     * Returns the site in which differences are accepted.
     *
     * @param patterns patterns of their paths
     * @param reason why they are as wanted; an empty text takes acceptance back
     * @throws UnknownNameException when no difference is meant
     * @throws RefusedException when the two sides are one thing in two states, which is to become equal, or the reason is missing
     */
    public static Project accept(
            Project project, Side left, Side right, Comparison comparison, List<String> patterns, String reason) {
        if (left.key().equals(right.key())) {
            throw new RefusedException(
                    "two states of " + left.owner() + " are to become equal; their differences are not accepted",
                    "Accept differences between two things.");
        }
        List<Glob> globs = patterns.stream().map(Glob::new).toList();
        SortedMap<String, String> accepted = new TreeMap<>(project.remarks().accepted());
        List<String> meant = new ArrayList<>();
        for (Comparison.Placed placed : comparison.leaves()) {
            if (globs.stream().anyMatch(glob -> glob.fits(placed.path()))) {
                meant.add(placed.path());
                String key = key(left, right, placed.path());
                accepted.remove(key(right, left, placed.path()));
                if (reason.isEmpty()) {
                    accepted.remove(key);
                } else {
                    Difference found = placed.difference();
                    accepted.put(key, former(found) + BECOMES + now(found) + BETWEEN + reason);
                }
            }
        }
        if (meant.isEmpty()) {
            throw new UnknownNameException(
                    "difference",
                    String.join(", ", patterns),
                    comparison.leaves().stream().map(Comparison.Placed::path).toList());
        }
        if (reason.isEmpty() && accepted.equals(project.remarks().accepted())) {
            throw new RefusedException(
                    "the reason is missing",
                    "Say why; without a reason, what was accepted is open again, and nothing was.");
        }
        return project.with(project.remarks().withAccepted(accepted));
    }

    /** Returns why the difference at a path is as wanted; empty while it is open. */
    public Optional<String> reason(String path) {
        return Optional.ofNullable(reasons.get(path));
    }

    private static String key(Side left, Side right, String path) {
        return left.key() + " " + right.key() + " " + path;
    }

    private static String former(Difference difference) {
        return difference.kind() == Difference.Kind.RENAMED ? difference.former() : text(difference.left());
    }

    private static String now(Difference difference) {
        return difference.kind() == Difference.Kind.RENAMED ? difference.name() : text(difference.right());
    }

    /**
     * Returns accepted differences of a device, bay or list, by what they are kept by, each with what that becomes when the thing
     * has another name.
     */
    public static SortedMap<String, String> renamed(Project project, Ref from, String to) {
        SortedMap<String, String> renamed = new TreeMap<>();
        for (String key : project.remarks().accepted().keySet()) {
            String left = side(project, key);
            String right = side(project, key.substring(left.length()).stripLeading());
            String rest = key.substring(left.length() + (right.isEmpty() ? 0 : 1) + right.length());
            String now = renamed(left, from, to) + (right.isEmpty() ? "" : " ") + renamed(right, from, to) + rest;
            if (!now.equals(key)) {
                renamed.put(key, now);
            }
        }
        return renamed;
    }

    private static String renamed(String side, Ref from, String to) {
        Named named = Named.of(side);
        return named.kind().equals(prefix(from.kind())) && named.name().equals(from.name())
                ? named.kind() + to + named.part()
                : side;
    }

    private static String prefix(Ref.Kind kind) {
        return kind == Ref.Kind.DEVICE ? "" : kind.name().toLowerCase(Locale.ROOT) + ":";
    }

    /**
     * A side of the site as it is written.
     *
     * @param kind {@code bay:} or {@code list:}; empty text for a device
     * @param part what of it is meant, with a colon before it; empty text for all of it
     */
    private record Named(String kind, String name, String part) {
        private static final Pattern FORM = Pattern.compile("(bay:|list:|)([^:]*)((?::.*)?)");

        static Named of(String text) {
            Matcher form = FORM.matcher(text);
            return form.matches() ? new Named(form.group(1), form.group(2), form.group(3)) : new Named("", text, "");
        }

        boolean isIn(Project project) {
            return switch (kind) {
                case "bay:" -> project.bays().containsKey(name);
                case "list:" -> project.lists().containsKey(name);
                default -> project.devices().containsKey(name);
            };
        }
    }

    /** Returns the side of the site before a blank in a text; empty text when there is none. Names of bays may have blanks. */
    private static String side(Project project, String text) {
        for (int end = text.lastIndexOf(' '); end > 0; end = text.lastIndexOf(' ', end - 1)) {
            Named named = Named.of(text.substring(0, end));
            if (named.isIn(project) && named.part().indexOf(' ') < 0) {
                return text.substring(0, end);
            }
        }
        return "";
    }

    private static String text(Node node) {
        return node == null
                ? "none"
                : node instanceof Section section
                        ? Fingerprint.of(section).brief()
                        : node.toString().replace('\n', ' ');
    }
}
