package org.urvant.scl;

import java.util.List;
import org.urvant.core.finding.Rule;

/** Checks report control blocks: whom they are kept for, and whether what they carry reaches a client (IEC 61850-7-2:2010, 17.2). */
final class ReportCheck {
    private final SclCheck check;
    private final SclStore store;
    private final ReceiverCheck receivers;

    ReportCheck(SclCheck check, ReceiverCheck receivers) {
        this.check = check;
        this.store = check.store();
        this.receivers = receivers;
    }

    void report(Ied ied, ReportControl report) {
        check.has(report.row, "confRev", ied.name());
        List<String> clients = report.reservedFor();
        if (clients.size() > report.instances()) {
            found(
                    SclRules.REPORT_CLIENTS_EXCEEDED,
                    report,
                    " has " + report.instances() + (report.instances() == 1 ? " instance" : " instances")
                            + ", kept for " + clients.size() + " clients");
        }
        if (report.instances() < report.wantedInstances()) {
            found(
                    SclRules.REPORT_CLIENTS_EXCEEDED,
                    report,
                    " asks for " + report.wantedInstances() + " instances; "
                            + (report.isIndexed()
                                    ? "99 can be told apart"
                                    : "without index a buffered block has one, for all would have one name"));
        }
        if (!clients.isEmpty() && report.dataSetName().isEmpty()) {
            found(
                    SclRules.REPORT_WITHOUT_DATASET,
                    report,
                    " is kept for " + String.join(", ", clients) + ", and has no dataset");
        }
        receivers.check(ied, report);
        triggers(report);
        if (report.isBuffered() && !report.carries("entryID")) {
            found(
                    SclRules.REPORT_WITHOUT_ENTRY,
                    report,
                    " is buffered, and its reports carry no entry identifier (OptFields entryID)");
        }
    }

    private void triggers(ReportControl report) {
        long period = report.integrityPeriodMillis();
        boolean isPeriodic = report.triggersOn("period") && period > 0;
        if (period > 0 && !isPeriodic) {
            found(
                    SclRules.INTEGRITY_NOT_TRIGGERED,
                    report,
                    " has an integrity period of " + period + " ms, but not the trigger 'period'");
        }
        boolean isOnChange = report.triggersOn("dchg") || report.triggersOn("dupd");
        if (!isOnChange && (!isPeriodic || carries(report, ReportCheck::isOfStatus))) {
            found(
                    SclRules.REPORT_WITHOUT_CHANGES,
                    report,
                    " is triggered by no change of data; "
                            + (isPeriodic
                                    ? "a change comes with the next integrity report, every " + period + " ms"
                                    : "it is sent only when a client asks"));
        }
        if (isOnChange && !report.triggersOn("qchg") && carries(report, ReportCheck::isOfQuality)) {
            found(
                    SclRules.REPORT_WITHOUT_CHANGES,
                    report,
                    " is triggered by no change of quality (qchg), so a value that becomes invalid looks as if it were"
                            + " good");
        }
        if (!report.triggersOn("gi") && !isPeriodic) {
            found(
                    SclRules.REPORT_WITHOUT_START,
                    report,
                    " has neither the trigger 'gi' nor integrity reports; what does not change never comes");
        }
    }

    private static boolean isOfStatus(SclStore store, int member) {
        return store.attribute(member, "fc", "").equals("ST");
    }

    /** A whole object has its quality with it. */
    private static boolean isOfQuality(SclStore store, int member) {
        String attribute = store.attribute(member, "daName", "");
        String constraint = store.attribute(member, "fc", "");
        return (attribute.isEmpty() || attribute.equals("q")) && (constraint.equals("ST") || constraint.equals("MX"));
    }

    private interface Asked {
        boolean of(SclStore store, int member);
    }

    private boolean carries(ReportControl report, Asked asked) {
        int set = report.dataSet().map(found -> found.row).orElse(-1);
        int member = set < 0 ? -1 : store.child(set, Tag.FCDA);
        while (member >= 0 && !asked.of(store, member)) {
            member = store.next(member, Tag.FCDA);
        }
        return member >= 0;
    }

    private void found(Rule rule, ReportControl report, String what) {
        check.report(
                rule, report.node().device().ied().name(), report.reference(), report.row, report.reference() + what);
    }
}
