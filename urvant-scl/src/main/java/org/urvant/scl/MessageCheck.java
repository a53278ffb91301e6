package org.urvant.scl;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.ToLongFunction;

/** Checks what is sent: sizes of messages, and what an IED says that it can hold. */
final class MessageCheck {
    /** What an Ethernet frame carries (IEEE 802.3). */
    private static final int FRAME = 1500;

    /** APPID, length and two reserved words before a GOOSE or sampled-value message (IEC 61850-8-1:2011, annex C). */
    private static final int FRAME_HEAD = 8;

    /** States and measured values; another one is a mistake of its own where no message can carry it. */
    private static final Set<String> SENT = Set.of("ST", "MX", "CO", "SE");

    private final SclCheck check;
    private final SclStore store;
    private final NodeTable table;
    private final ReceiverCheck receivers;

    MessageCheck(SclCheck check, NodeTable table, ReceiverCheck receivers) {
        this.check = check;
        this.store = check.store();
        this.table = table;
        this.receivers = receivers;
    }

    /** Checks a block whose messages others take; the revision 0 is reserved (IEC 61850-7-2:2010, 18 and 19). */
    void message(Ied ied, ControlBlock block, DataSet set) {
        int perMessage = 1;
        if (block instanceof GooseControl) {
            check.has(block.row, "appID", ied.name());
        } else if (block instanceof SampledValueControl stream) {
            check.has(block.row, "smvID", ied.name());
            check.has(block.row, "smpRate", ied.name());
            check.has(block.row, "nofASDU", ied.name());
            perMessage = (int) Math.min(1000, stream.samplesPerMessage());
            rate(ied, stream);
        }
        if (!(block instanceof LogControl) && Numbers.parse(store.attribute(block.row, "confRev", ""), -1) == 0) {
            check.report(
                    SclRules.ATTRIBUTE_MALFORMED,
                    ied.name(),
                    block.reference(),
                    block.row,
                    "confRev of " + block.reference() + " is 0, which is reserved; revisions count from 1");
        }
        if (!(block instanceof LogControl) && set != null && store.attribute(block.row, "confRev") == null) {
            check.report(
                    SclRules.REVISION_NOT_GIVEN,
                    ied.name(),
                    block.reference(),
                    block.row,
                    block.reference() + " sends dataset '" + set.name() + "' and has no confRev");
        }
        receivers.check(ied, block);
        if (set == null || block instanceof LogControl) {
            return;
        }
        members(ied, block, set);
        long size = block instanceof SampledValueControl stream
                ? streamSize(stream, sum(ied, set, TypeData.Data::plainSize), perMessage)
                : messageSize(block, set, sum(ied, set, TypeData.Data::size));
        if (size > FRAME) {
            check.report(
                    SclRules.DATASET_TOO_LARGE,
                    ied.name(),
                    block.reference(),
                    set.row,
                    "dataset " + set.name() + " needs up to " + size + " bytes in one message of " + block.reference()
                            + "; a frame holds " + FRAME);
        }
    }

    /** What receivers rely on: states and measured values, each with its quality. */
    private void members(Ied ied, ControlBlock block, DataSet set) {
        Map<NodeTable.NodeKey, LogicalNode> all = table.nodes(ied);
        Set<String> good = new HashSet<>(); // objects that come whole, or whose quality does
        Map<String, Integer> alone = new LinkedHashMap<>(); // objects of which values come
        boolean areWhole = areWhole(set);
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            String constraint = store.attribute(member, "fc", "");
            NodeTable.NodeKey key = table.key(member);
            if (FunctionalConstraint.of(constraint).isPresent() && !SENT.contains(constraint)) {
                check.report(
                        SclRules.MEMBER_UNLIKELY,
                        ied.name(),
                        block.reference(),
                        member,
                        block.reference() + " carries " + key + "." + table.path(member) + " under " + constraint);
            }
            if (areWhole) {
                continue;
            }
            String attribute = store.attribute(member, "daName", "");
            String object = key + "." + store.attribute(member, "doName", "");
            if (attribute.isEmpty() || attribute.equals("q")) {
                good.add(object);
            } else if (SENT.contains(constraint) && !attribute.equals("t") && hasQuality(all.get(key), member)) {
                alone.putIfAbsent(object, member);
            }
        }
        alone.keySet().removeAll(good);
        if (!alone.isEmpty()) {
            Map.Entry<String, Integer> first = alone.entrySet().iterator().next();
            check.report(
                    SclRules.QUALITY_NOT_SENT,
                    ied.name(),
                    block.reference(),
                    first.getValue(),
                    block.reference() + " carries " + first.getKey()
                            + (alone.size() == 1 ? "" : " and " + (alone.size() - 1) + " more") + " without quality");
        }
    }

    /** Most messages carry whole objects, each with its quality. */
    private boolean areWhole(DataSet set) {
        int member = store.child(set.row, Tag.FCDA);
        while (member >= 0 && store.attribute(member, "daName") == null) {
            member = store.next(member, Tag.FCDA);
        }
        return member < 0;
    }

    private boolean hasQuality(LogicalNode holder, int member) {
        int type = holder == null ? -1 : table.type(holder);
        return type >= 0 && table.quality(type, store.attribute(member, "doName", ""));
    }

    /** Streams for protection, measuring and quality have 80 to 288 samples a period, 4,000 to 96,000 a second (IEC 61869-9:2016, 6.902). */
    private void rate(Ied ied, SampledValueControl stream) {
        String counts = store.attribute(stream.row, "smpMod", "SmpPerPeriod");
        OptionalLong rate = Numbers.parse(stream.sampleRate());
        if (rate.isEmpty()) {
            return;
        }
        long number = rate.getAsLong();
        boolean isWrong =
                switch (counts) {
                    case "SmpPerPeriod" -> number < 4 || number > 2000;
                    case "SmpPerSec" -> number < 200 || number > 1_000_000;
                    default -> false; // seconds a sample are for slow values
                };
        if (isWrong) {
            check.report(
                    SclRules.SAMPLE_RATE,
                    ied.name(),
                    stream.reference(),
                    stream.row,
                    stream.reference() + " has a rate of " + number + " samples a "
                            + (counts.equals("SmpPerSec") ? "second" : "period"));
        }
    }

    /** Returns the greatest length of a GOOSE message with its head in the frame (IEC 61850-8-1:2011, annex A and C). */
    private static long messageSize(ControlBlock block, DataSet set, long data) {
        String identifier =
                block instanceof GooseControl goose && !goose.gooseId().isEmpty() ? goose.gooseId() : block.reference();
        long counter = BasicType.size("INT32U");
        long content = BasicType.headed(block.reference().length())
                + counter // timeAllowedToLive
                + BasicType.headed(set.reference().length())
                + BasicType.headed(identifier.length())
                + BasicType.size("Timestamp")
                + 3 * counter // stNum, sqNum, confRev
                + 2L * BasicType.size("BOOLEAN") // simulation, ndsCom
                + BasicType.size("INT16U") // numDatSetEntries
                + BasicType.headed(data);
        return FRAME_HEAD + BasicType.headed(content);
    }

    /** Returns the length of a sampled-value message with its head in the frame (IEC 61850-9-2:2011, 8.5). */
    private static long streamSize(SampledValueControl stream, long data, int perMessage) {
        String identifier = stream.streamId().isEmpty() ? stream.reference() : stream.streamId();
        long sample = BasicType.headed(identifier.length())
                + 4 // smpCnt
                + 6 // confRev
                + 3 // smpSynch
                + BasicType.headed(data);
        return FRAME_HEAD + BasicType.headed(4 + BasicType.headed(perMessage * BasicType.headed(sample)));
    }

    private long sum(Ied ied, DataSet set, ToLongFunction<TypeData.Data> measure) {
        Map<NodeTable.NodeKey, LogicalNode> all = table.nodes(ied);
        long size = 0;
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            LogicalNode holder = all.get(table.key(member));
            TypeData.Data data = holder == null ? null : table.data(holder, member);
            if (data != null) {
                boolean isElement = !store.attribute(member, "ix", "").isEmpty()
                        && Numbers.parse(store.attribute(data.row(), "count", ""), 0) > 1;
                long whole = measure.applyAsLong(data);
                size += isElement ? whole / Numbers.parse(store.attribute(data.row(), "count", ""), 1) : whole;
            }
        }
        return size;
    }

    void limits(Ied ied) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        Map<String, String> reportIds = new HashMap<>();
        int instances = 0;
        Services services = ied.services();
        OptionalLong mostMembers = services.limit("ConfDataSet", "maxAttributes");
        for (LogicalNode node : table.nodes(ied).values()) {
            for (DataSet set : node.dataSets()) {
                counts.merge("ConfDataSet", 1, Integer::sum);
                mostMembers.ifPresent(most -> members(ied, set, members(set), most));
            }
            counts.merge("GOOSE", node.gooseControls().size(), Integer::sum);
            counts.merge("SMVsc", node.sampledValueControls().size(), Integer::sum);
            for (ReportControl report : node.reportControls()) {
                counts.merge("ConfReportControl", 1, Integer::sum);
                instances += report.instances();
                String other = report.reportId().isEmpty()
                        ? null
                        : reportIds.putIfAbsent(report.reportId(), report.reference());
                if (other != null) {
                    check.report(
                            SclRules.DUPLICATE_REPORT_ID,
                            ied.name(),
                            report.reference(),
                            report.row,
                            "'" + report.reportId() + "' is also the identifier of " + other);
                }
            }
        }
        counts.forEach((service, count) -> {
            OptionalLong most = services.limit(service, "max");
            if (most.isPresent() && count > most.getAsLong()) {
                check.report(
                        SclRules.SERVICE_LIMIT_EXCEEDED,
                        ied.name(),
                        ied.name() + " " + service,
                        ied.row,
                        ied.name() + " has " + count + " of " + service + " and says it can hold " + most.getAsLong());
            }
        });
        OptionalLong most = services.limit("ConfReportControl", "max");
        if (most.isPresent()
                && instances > most.getAsLong()
                && counts.getOrDefault("ConfReportControl", 0) <= most.getAsLong()) {
            check.report(
                    SclRules.SERVICE_LIMIT_EXCEEDED,
                    ied.name(),
                    ied.name() + " ConfReportControl",
                    ied.row,
                    ied.name() + " has report control blocks with " + instances
                            + " instances and says it can hold " + most.getAsLong()
                            + " of them, by which some makers mean blocks");
        }
    }

    private int members(DataSet set) {
        int members = 0;
        for (int member = store.child(set.row, Tag.FCDA); member >= 0; member = store.next(member, Tag.FCDA)) {
            members++;
        }
        return members;
    }

    /**
     * The limit counts attributes, of which a member can have several (IEC 61850-6:2009, 9.3.2, maxAttributes); makers also count
     * members. More members than that are too many either way; more attributes are told with both counts.
     */
    private void members(Ied ied, DataSet set, int members, long most) {
        long attributes = sum(ied, set, TypeData.Data::attributes);
        if (members <= most && attributes <= most) {
            return;
        }
        boolean isSure = members > most;
        check.report(
                isSure ? SclRules.DATASET_TOO_LARGE : SclRules.SERVICE_LIMIT_EXCEEDED,
                ied.name(),
                set.reference(),
                set.row,
                "dataset " + set.name() + " has " + members + " members"
                        + (attributes > members ? " with " + attributes + " attributes" : "") + "; " + ied.name()
                        + " says that it holds " + most + " attributes"
                        + (isSure ? "" : ", by which some makers mean members"));
    }
}
