package org.urvant.scl;

import java.util.List;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;

/** Rules about SCL files and their IEDs. */
public final class SclRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule DUPLICATE_APPID = ALL.error(
            "duplicate-appid",
            "N142",
            "Two GOOSE control blocks have the same APPID.",
            "Give one of them a free APPID.");
    public static final Rule DUPLICATE_GOOSE_ID = ALL.error(
            "duplicate-goose-id",
            "N142",
            "Two GOOSE control blocks have the same identifier, so a subscriber cannot tell them apart.",
            "Give one of them another identifier.");
    public static final Rule GOOSE_NO_PUBLISHER = ALL.error(
            "goose-no-publisher",
            "N141",
            "A relay waits for a message or report that the named relay does not send.",
            "Correct the input, or let the other relay publish it.");
    public static final Rule ELEMENT_INCOMPLETE = ALL.error(
            "element-incomplete",
            "N19",
            "An element of an SCL file lacks the attribute that identifies it, so nothing can refer to it.",
            "Give it in the tool that made the file, and export again.");
    public static final Rule ATTRIBUTE_MALFORMED = ALL.error(
            "attribute-malformed",
            "N19",
            "An attribute of a control block, input, service, piece of equipment or value with a unit holds what it cannot hold, so it cannot be said what is meant.",
            "Correct it in the tool that made the file, and export again.");
    public static final Rule DUPLICATE_ELEMENT = ALL.error(
            "duplicate-element",
            "N19",
            "Two elements of an SCL file have the same name where it must be unique; a reference to it is ambiguous.",
            "Rename one of them in the tool that made the file.");
    public static final Rule TYPE_MISSING = ALL.error(
            "type-missing",
            "N19",
            "An SCL file refers to a type that its templates do not define, so the data below it are not known.",
            "Export the file again with its data type templates, or correct the reference.");
    public static final Rule TYPE_CIRCLE = ALL.error(
            "type-circle",
            "N19",
            "A data type of an SCL file contains itself, so it has no end.",
            "Correct the type in the tool that made the file.");
    public static final Rule TYPE_TOO_LARGE = ALL.error(
            "type-too-large",
            "N19",
            "A type of an SCL file unfolds to more data than a node or a file can have, so only a part of it is known.",
            "Correct the lengths of its arrays, or the types that it holds many times over.");
    public static final Rule ARRAY_LENGTH_WRONG = ALL.error(
            "array-length-wrong",
            "N19",
            "An array of an SCL file has a length that is no number and names none, so its elements are not known.",
            "Give the number of elements, or the name of the attribute beside it that holds it.");
    public static final Rule CLASS_DIFFERS = ALL.error(
            "class-differs",
            "N19",
            "A logical node has another class than the type that it refers to.",
            "Refer to a type of the node's own class.");
    public static final Rule DATASET_MISSING = ALL.error(
            "dataset-missing",
            "N53",
            "A control block sends a dataset that its logical node does not have.",
            "Correct the name, or define the dataset beside the block.");
    public static final Rule MEMBER_MISSING = ALL.error(
            "member-missing",
            "N53",
            "A dataset lists data that the IED does not have, so the dataset cannot be made.",
            "Correct the member, or take it out and raise the revision of the blocks that send the dataset.");
    public static final Rule DATASET_TOO_LARGE = ALL.error(
            "dataset-too-large",
            "N53",
            "A dataset is larger than one message can be, or than the IED says it can hold.",
            "Split the dataset over two control blocks.");
    public static final Rule SOURCE_DATA_MISSING = ALL.error(
            "source-data-missing",
            "N141",
            "An input takes data that its sender does not have, or that the named control block does not carry.",
            "Correct the input, or add the data to the dataset that the sender sends.");
    public static final Rule ACCESS_POINT_MISSING = ALL.error(
            "access-point-missing",
            "N41",
            "The network section of an SCL file connects an IED or access point that is not in the file.",
            "Correct the name, or take the entry out.");
    public static final Rule GOOSE_TYPE_DIFFERS = ALL.error(
            "goose-type-differs",
            "N141",
            "An input expects another type of data than its sender sends, or by another service.",
            "Bind the input to data of the type that it expects.");
    public static final Rule GOOSE_REVISION_DIFFERS = ALL.error(
            "goose-revision-differs",
            "N141",
            "The file of a subscriber holds another revision of a GOOSE control block than the sender's own file, so the subscriber will refuse the message.",
            "Import the newest file of the sender into the subscriber's tool, and export it again.");
    public static final Rule MORE_FINDINGS = ALL.warning(
            "more-findings",
            "N19",
            "A file has so many findings of one kind that only the first of them are listed, and of the errors the first of"
                    + " each IED.",
            "Mend those that are listed, and import the file again.");
    public static final Rule GOOSE_UNSUBSCRIBED = ALL.warning(
            "goose-unsubscribed",
            "N143",
            "A relay sends a GOOSE message that no relay of the project takes.",
            "Subscribe to it, remove it, or mute the finding with the reason.");
    public static final Rule NAME_NOT_ALLOWED = ALL.warning(
            "name-not-allowed",
            "N35",
            "A name of an SCL file is longer, or has other characters, than its edition of the standard allows.",
            "Shorten it to letters, digits and underscores within the length that the message names.");
    public static final Rule OBJECT_MISSING = ALL.warning(
            "object-missing",
            "N19",
            "A logical node type lacks data objects, or a data object type data attributes, that the standard asks of its class.",
            "Ask the maker; what rests on these objects will not work.");
    public static final Rule DATA_CLASS_DIFFERS = ALL.warning(
            "data-class-differs",
            "N19",
            "A data object has another common data class than the standard gives its name, or a data attribute another basic type or no trigger, so clients misread it or are not told of its changes.",
            "Ask the maker, or correct the type where it is your own.");
    public static final Rule ENUMERATION_DIFFERS = ALL.warning(
            "enumeration-differs",
            "N19",
            "An enumeration gives a text of the standard another number than the standard does, so one side reads another state than the other sends.",
            "Give the text the number of the standard, or ask the maker which of the two is meant.");
    public static final Rule UNIT_DIFFERS = ALL.warning(
            "unit-differs",
            "N19",
            "A measured value has another unit than its name says, so limits and scales of what takes it are wrong.",
            "Correct the unit where the value gets it, or ask the maker what is measured.");
    public static final Rule INSTANCE_UNKNOWN = ALL.warning(
            "instance-unknown",
            "N19",
            "A logical node gives a value or description for data that its type does not have.",
            "Take it out, or correct the name; it has no effect.");
    public static final Rule VALUE_NOT_OF_TYPE = ALL.warning(
            "value-not-of-type",
            "N19",
            "A value of an SCL file does not fit its basic type or enumeration.",
            "Correct the value in the tool that made the file.");
    public static final Rule GROUP_OUT_OF_RANGE = ALL.warning(
            "group-out-of-range",
            "N82",
            "A value is for a setting group that the logical device does not have, or for none where it has several, or such a group is to be active.",
            "Correct the group, or raise the number of groups.");
    public static final Rule EDITION_NEWER = ALL.warning(
            "edition-newer",
            "N19",
            "A file is of an edition of SCL that is newer than those that Urvant knows, so what is new in it is not read, and what is misspelt not found.",
            "Export it in an edition that is known, or look through what is new in it.");
    public static final Rule NOT_IN_STANDARD = ALL.warning(
            "not-in-standard",
            "N19",
            "An element, attribute, functional constraint, basic type, common data class or service is none that the standard knows.",
            "Correct it in the tool that made the file; signals of it cannot be mapped.");
    public static final Rule SERVICE_LIMIT_EXCEEDED = ALL.warning(
            "service-limit-exceeded",
            "N53",
            "An IED has more control blocks or datasets than it says it can hold.",
            "Take some out, or ask the maker for the true limit.");
    public static final Rule SERVICE_NOT_OFFERED = ALL.warning(
            "service-not-offered",
            "N53",
            "An IED is to send or take data by a service that it does not say it has, so that they may never come.",
            "Use another service, or ask the maker whether the IED can do it and for a file that says so.");
    public static final Rule REPORT_CLIENTS_EXCEEDED = ALL.warning(
            "report-clients-exceeded",
            "N53",
            "More clients are kept for a report control block than it has instances.",
            "Raise the number of instances, or take a client out.");
    public static final Rule DUPLICATE_REPORT_ID = ALL.warning(
            "duplicate-report-id",
            "N53",
            "Two report control blocks of an IED have the same identifier, so a client cannot tell their reports apart.",
            "Give one of them another identifier.");
    public static final Rule MEMBER_TWICE = ALL.warning(
            "member-twice",
            "N53",
            "A dataset has one member twice, and sends it twice; often another one was meant.",
            "Take one of the two out, or correct it, and raise the revision.");
    public static final Rule MEMBER_NOT_SENT = ALL.warning(
            "member-not-sent",
            "N53",
            "A dataset lists commands or settings being edited, which no message carries.",
            "Take the member out, or list its status (ST), and raise the revision.");
    public static final Rule CONTROL_MODEL_MISFIT = ALL.warning(
            "control-model-misfit",
            "N19",
            "Commands to an object are to be given in a way that its type has no parts for, so it refuses them.",
            "Correct ctlModel, or ask the maker for a type with Oper, SBO or SBOw.");
    public static final Rule SAMPLE_RATE = ALL.warning(
            "sample-rate",
            "N142",
            "The sample rate of a stream is beyond what such streams have; often samples in a second were meant, or in a period.",
            "Correct smpRate, or say by smpMod what it counts.");
    public static final Rule INTEGRITY_NOT_TRIGGERED = ALL.warning(
            "integrity-not-triggered",
            "N53",
            "A report control block has an integrity period but is not triggered by it, so no such report is sent.",
            "Set the trigger 'period', or the period to 0.");
    public static final Rule REPORT_WITHOUT_CHANGES = ALL.warning(
            "report-without-changes",
            "N53",
            "A report control block is triggered by no change of what it carries, so a client learns of a change late or only when it asks.",
            "Set the trigger 'dchg', and 'qchg' for the quality.");
    public static final Rule REPORT_WITHOUT_START = ALL.warning(
            "report-without-start",
            "N53",
            "A report control block answers no general interrogation and sends no integrity reports, so a client never learns what does not change.",
            "Set the trigger 'gi', or 'period' with an integrity period.");
    public static final Rule REPORT_WITHOUT_DATASET = ALL.warning(
            "report-without-dataset",
            "N53",
            "A report control block is kept for a client and has no dataset, so it sends nothing until the client gives it one.",
            "Give it the dataset that the client is to get.");
    public static final Rule REPORT_WITHOUT_ENTRY = ALL.warning(
            "report-without-entry",
            "N53",
            "A buffered report control block sends no entry identifier, so a client that comes back cannot say what it has already, and misses events or gets them twice.",
            "Set the optional field 'entryID'.");
    public static final Rule BLOCK_WITHOUT_ADDRESS = ALL.warning(
            "block-without-address",
            "N142",
            "A GOOSE or sampled-value control block has no address in the network section, so it cannot send.",
            "Give it an address under the IED's connected access point.");
    public static final Rule ADDRESS_WITHOUT_MASK = ALL.warning(
            "address-without-mask",
            "N41",
            "The network section gives a host an IP address and no mask, so it cannot be said who is in its subnet, or a mask and no address.",
            "Give IP and IP-SUBNET beside each other.");
    public static final Rule ADDRESS_WITHOUT_BLOCK = ALL.warning(
            "address-without-block",
            "N142",
            "The network section has an address for a control block that does not exist.",
            "Correct logical device and block, or take the address out.");
    public static final Rule GOOSE_TIMES = ALL.warning(
            "goose-times",
            "N142",
            "The shortest time between repetitions of a GOOSE message is above the longest, or the longest so long that a lost sender is not noticed.",
            "Correct the one that is wrong.");
    public static final Rule DUPLICATE_STREAM_ID = ALL.warning(
            "duplicate-stream-id",
            "N142",
            "Two sampled-value streams have the same identifier.",
            "Give one of them another identifier.");
    public static final Rule RECEIVER_MISSING = ALL.warning(
            "receiver-missing",
            "N143",
            "A control block names a receiver or client that is not in the file, or an access point or node that it does not have.",
            "Correct the name, or take it out.");
    public static final Rule RECEIVER_UNLISTED = ALL.warning(
            "receiver-unlisted",
            "N143",
            "A relay takes a message whose sender lists its receivers, and is not among them.",
            "Add it to the receivers of the control block, or take its input out.");
    public static final Rule RECEIVER_TWICE = ALL.warning(
            "receiver-twice",
            "N53",
            "A control block names one client or receiver twice, so that an instance is kept for nobody, or another one is left out.",
            "Take one of the two out, or name the one that was meant.");
    public static final Rule REFERENCE_LEADS_NOWHERE = ALL.warning(
            "reference-leads-nowhere",
            "N141",
            "A node watches a message, or takes data, by a reference to what is not in the station's file.",
            "Correct the reference, or empty it.");
    public static final Rule MEMBER_UNLIKELY = ALL.warning(
            "member-unlikely",
            "N141",
            "A GOOSE message or stream carries settings or descriptions, where receivers look for states and measured values.",
            "List states (ST) or measured values (MX), and raise the revision.");
    public static final Rule QUALITY_NOT_SENT = ALL.warning(
            "quality-not-sent",
            "N141",
            "A GOOSE message or stream carries values without their quality, so a receiver takes invalid ones for good.",
            "List the quality (q) of each object too, and raise the revision.");
    public static final Rule REVISION_NOT_GIVEN = ALL.warning(
            "revision-not-given",
            "N21",
            "A message is sent without a revision number, so who takes it cannot see that its dataset was changed.",
            "Give it a revision from 1 (confRev), and raise it with each change of the dataset.");
    public static final Rule SENDER_ABSENT = ALL.warning(
            "sender-absent",
            "N141",
            "A relay takes data from an IED that is not there, so whether it gets them cannot be checked.",
            "Import the file of the sender, or correct the input.");
    public static final Rule PLACE_NODE_MISSING = ALL.warning(
            "place-node-missing",
            "N54",
            "The site section names a logical node that is not in the file.",
            "Correct the node, or leave it without IED until one is chosen.");
    public static final Rule NODE_PLACED_TWICE = ALL.warning(
            "node-placed-twice",
            "N54",
            "The site section places a logical node twice in one part, or lets one stand for two pieces of equipment.",
            "Take one of the two out, or name the node that was meant.");
    public static final Rule NODE_AT_OTHER_EQUIPMENT = ALL.warning(
            "node-at-other-equipment",
            "N54",
            "A logical node that stands for a switch or a transformer of one kind is placed at equipment of another kind.",
            "Place it at the equipment that it stands for, or correct the type of the equipment.");
    public static final Rule TERMINALS_JOINED = ALL.warning(
            "terminals-joined",
            "N54",
            "Both terminals of a piece of equipment lead to one connectivity node, so it joins and parts nothing.",
            "Correct where one of them leads to.");
    public static final Rule PART_TWICE = ALL.warning(
            "part-twice",
            "N54",
            "Two parts of a piece of equipment are for one phase, two of its terminals have one name, or two physical connections of an access point are at one port; often another one was meant.",
            "Correct the phase, name or port.");
    public static final Rule TERMINAL_UNCONNECTED = ALL.warning(
            "terminal-unconnected",
            "N54",
            "A terminal leads to a connectivity node that is not in the file, or to two by what it says.",
            "Correct the path of the connectivity node.");
    public static final Rule FILE_KIND_DIFFERS = ALL.warning(
            "file-kind-differs",
            "N19",
            "A file's name says another kind of SCL file than its content is.",
            "Rename the file, or ask for the right one.");
    public static final Rule REVISION_NOT_RAISED = ALL.warning(
            "revision-not-raised",
            "N21",
            "A dataset changed, but the revision of a control block that sends it did not: receivers will misread it.",
            "Raise the revision in the tool that made the file, and give every receiver the new file.");
    public static final Rule INPUT_TAKEN_TWICE = ALL.warning(
            "input-taken-twice",
            "N141",
            "Two data objects go to one input of a relay, so the last message that comes wins.",
            "Correct the internal address of one, or take one of the two out.");
    public static final Rule INPUT_FROM_ITSELF = ALL.warning(
            "input-from-itself",
            "N141",
            "A relay is to take data from a message that it sends itself, which no network brings back to it.",
            "Name the relay that sends, or bind the input inside the relay.");
    public static final Rule INPUT_NOT_BOUND = ALL.note(
            "input-not-bound",
            "N141",
            "A relay has an input that is prepared but takes no data yet.",
            "Bind it in the station's engineering tool when the function is wanted.");
    public static final Rule HEADER_OLDER = ALL.note(
            "header-older",
            "N21",
            "The header of a file bears an older version than an entry of its own history.",
            "See that the file is the one that is meant, and raise version and revision of its header.");
    public static final Rule TYPE_UNUSED = ALL.note(
            "type-unused",
            "N19",
            "A type is defined that nothing in the file uses.",
            "Nothing need be done; the file could be smaller.");

    /** Made when the rules are first asked for. */
    public SclRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
