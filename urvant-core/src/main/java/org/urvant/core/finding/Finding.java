package org.urvant.core.finding;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One result of a check: which rule, about what, where, what was found and how to mend it. Immutable; ordered by
 * severity, then place, then subject, so that the same project always lists its findings in the same order.
 *
 * @param rule the rule that was broken
 * @param subject what it is about, such as {@code GW1 control-centre.port}
 * @param position where it stands
 * @param message what was found and what was expected
 * @param mend how to mend it
 * @param muted why a person muted it; empty text when nobody did
 * @param because where the rule of a device type stands that says so; null when it is one of Urvant's own
 * @param about all whom it concerns, where that is not the subject alone: an error blocks each device among them
 */
public record Finding(
        Rule rule,
        String subject,
        Position position,
        String message,
        Remedy mend,
        String muted,
        @Nullable Position because,
        Set<Ref> about)
        implements Comparable<Finding> {
    private static final Comparator<Finding> ORDER = Comparator.comparing(Finding::severity)
            .thenComparing(Finding::position)
            .thenComparing(Finding::subject)
            .thenComparing(Finding::rule)
            .thenComparing(Finding::message);

    public Finding {
        Objects.requireNonNull(rule, "rule");
        Objects.requireNonNull(subject, "subject");
        Objects.requireNonNull(position, "position");
        Objects.requireNonNull(message, "message");
        Objects.requireNonNull(mend, "mend");
        about = Set.copyOf(about);
    }

    /** Creates a finding that nobody muted. */
    public Finding(Rule rule, String subject, Position position, String message, String remedy) {
        this(rule, subject, position, message, remedy.equals(rule.remedy()) ? rule.mend() : Remedy.of(remedy));
    }

    /** Creates a finding that nobody muted. */
    public Finding(Rule rule, String subject, Position position, String message, Remedy mend) {
        this(rule, subject, position, message, mend, "", null, Set.of());
    }

    /** Returns how to mend it, in plain words. */
    public String remedy() {
        return mend.text();
    }

    /** Returns what a person names to mute the finding in this one place: rule and subject. */
    public String place() {
        return rule.id() + " " + subject;
    }

    /** Returns whether a person muted the finding. */
    public boolean isMuted() {
        return !muted.isEmpty();
    }

    /** Returns the finding at another place. */
    public Finding at(Position place) {
        return new Finding(rule, subject, place, message, mend, muted, because, about);
    }

    /** Returns the finding muted for a reason. */
    public Finding withMuted(String reason) {
        return new Finding(rule, subject, position, message, mend, reason, because, about);
    }

    /** Returns the finding with the place of the device type's rule that says so. */
    public Finding withBecause(Position place) {
        return new Finding(rule, subject, position, message, mend, muted, place, about);
    }

    /** Returns the finding about all whom it concerns. */
    public Finding concerning(Ref... all) {
        return concerning(Set.copyOf(List.of(all)));
    }

    /** Returns the finding about all whom it concerns; of many findings about the same, the set is kept once. */
    public Finding concerning(Set<Ref> all) {
        return new Finding(rule, subject, position, message, mend, muted, because, all);
    }

    /** Returns where the rule of a device type stands that says so; empty when it is one of Urvant's own. */
    public Optional<Position> typeRule() {
        return Optional.ofNullable(because);
    }

    /** Returns the severity of the rule. */
    public Severity severity() {
        return rule.severity();
    }

    @Override
    public int compareTo(Finding other) {
        return ORDER.compare(this, other);
    }
}
