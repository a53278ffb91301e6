package org.urvant.project.mapping;

import java.time.Duration;
import java.util.Optional;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.ReportControl;

/**
 * How often the value of a row comes from its source.
 *
 * @param kind what makes it come
 * @param by reference of the report control block, or name of the connection
 * @param period after which it comes again without a change, or at the soonest; empty where there is none, or it is not known
 */
public record RowPace(Kind kind, String by, Optional<Duration> period) {
    /** What makes a value come. */
    public enum Kind {
        /** A report of an IED, on a change, and with all others after an integrity period. */
        REPORTED,
        /** A report of an IED, after an integrity period alone. */
        PERIODIC,
        /** No report carries it, so the device must ask for it. */
        UNREPORTED,
        /** The device asks for it and for all else on the line, one request after the other. */
        ASKED,
        /** The other side sends it on a change. */
        SENT,
        /** It is the device's own. */
        OWN
    }

    /**
     * Returns how often the value of a row comes; empty for a command, and for what is calculated from other values or from the
     * state of a link, which comes when they do.
     *
     * @param turnAround time that a station on a line takes before it answers
     */
    public static Optional<RowPace> of(Project project, Device device, ResolvedMapping row, Duration turnAround) {
        boolean isMadeOfOthers =
                row.mapped() instanceof MappedSignal.Calculated || row.mapped() instanceof MappedSignal.OfLink;
        if (row.isCommand() || isMadeOfOthers) {
            return Optional.empty();
        }
        Mapping.End origin = row.mapping().origin();
        Connection connection = device.connections().get(origin.connection());
        if (connection == null) {
            return Optional.of(new RowPace(Kind.OWN, device.name(), Optional.empty()));
        }
        if (row.attribute().isPresent()) {
            return Optional.of(
                    reported(project, device, connection, row.attribute().get()));
        }
        return Optional.of(
                RequestPlan.connections(project, device).contains(connection.name())
                        ? new RowPace(
                                Kind.ASKED,
                                connection.name(),
                                RequestPlan.of(project, device, connection.name(), 0)
                                        .time(turnAround))
                        : new RowPace(Kind.SENT, connection.name(), Optional.empty()));
    }

    private static RowPace reported(Project project, Device device, Connection connection, DataAttribute signal) {
        for (Subscription subscription :
                Subscriptions.of(project, device, connection).subscriptions()) {
            if (subscription.signals().stream()
                    .anyMatch(each -> each.reference().equals(signal.reference()))) {
                ReportControl report = subscription.report();
                boolean isPeriodic = report.triggersOn("period") && report.integrityPeriodMillis() > 0;
                return new RowPace(
                        report.triggersOn("dchg") ? Kind.REPORTED : Kind.PERIODIC,
                        report.reference(),
                        isPeriodic ? Optional.of(Duration.ofMillis(report.integrityPeriodMillis())) : Optional.empty());
            }
        }
        return new RowPace(Kind.UNREPORTED, connection.name(), Optional.empty());
    }
}
