package org.urvant.project.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.text.Glob;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.project.Project;

/**
 * Differences that a person looked at and found to be as wanted: a work list, kept with the site. A difference is accepted only as
 * long as it is the one that was looked at; when either side has another value, it is open again.
 *
 * @param reasons why, by the path
 */
public record Accepted(SortedMap<String, String> reasons) {
    private static final String BETWEEN = "; ";

    /** Returns which differences between two sides are accepted. */
    public static Accepted of(Project project, Side left, Side right, Comparison comparison) {
        SortedMap<String, String> reasons = new TreeMap<>();
        for (Comparison.Placed placed : comparison.leaves()) {
            String said = project.remarks().accepted().getOrDefault(key(left, right, placed.path()), "");
            String known = said(placed.difference()) + BETWEEN;
            if (said.startsWith(known)) {
                reasons.put(placed.path(), said.substring(known.length()));
            }
        }
        return new Accepted(reasons);
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
                if (reason.isEmpty()) {
                    accepted.remove(key);
                } else {
                    accepted.put(key, said(placed.difference()) + BETWEEN + reason);
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

    private static String said(Difference difference) {
        return difference.kind() == Difference.Kind.RENAMED
                ? difference.former() + " → " + difference.name()
                : text(difference.left()) + " → " + text(difference.right());
    }

    private static String text(Node node) {
        return node == null
                ? "none"
                : node instanceof Section section
                        ? Fingerprint.of(section).brief()
                        : node.toString().replace('\n', ' ');
    }
}
