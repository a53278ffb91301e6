package org.urvant.scl;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.ObjIntConsumer;
import java.util.function.Predicate;

/**
 * Finds elements and attributes of the SCL namespace that SCL does not have: nobody reads them, so one that is misspelt is missing
 * where it was meant (IEC 61850-6:2009 with amendment 1:2018, annex A; those of edition 2003 are among them).
 */
final class VocabularyCheck {
    /** Version, revision and release of IEC 61850-6:2009 with amendment 1:2018. */
    private static final String NEWEST = "2007B4";

    /** Elements beside those that {@link Tag} knows. */
    private static final Set<String> ELEMENTS = words(
            """
            AccessControl Association Authentication CommProt ConfDataSet ConfLdName ConfLNs ConfLogControl ConfReportControl
            ConfSG ConfSigRef ClientServices DataObjectDirectory DataSetDirectory DynAssociation DynDataSet FCCB FileHandling
            GOOSE GOOSEMcSecurity GOOSESecurity GSEDir GSESettings GSSE GetCBValues GetDataObjectDefinition GetDataSetValue GetDirectory
            History Hitem IssuerName KDC Label Labels Log LogSettings McSecurity ProtNs Protocol ReadWrite RedProt
            ReportSettings SCSM SGEdit SMVSecurity SMVSettings SMVsc SVMcSecurity SamplesPerSec SecPerSamples Security SetDataSetValue
            SettingGroups SmpRate Subject SupSubscription TimeSyncProt TimerActivatedControl ValueHandling
            """);

    private static final Set<String> ATTRIBUTES = words(
            """
            ACSEAuthentication E2ESecurity acceptServerInitiatedAssociation accessControl actSG apName apRef appID associationID bType bayName bufConf bufMode bufOvfl bufReport bufTime
            buffered c37_238 cName cNodeName cbName cdc certificate clock commonName confRev configRef configVersion
            connectivityNode count daName dataLabel dataRef dataSet datSet dchg delivery deliveryConf desc doName dupd
            encryption engRight entryID fc fixLnInst fixPrefix fixedOffs fileHandling ftp ftps gi goose gsse hsr
            iec61850_9_3 idHierarchy id iedName iedType indexed initiator inst intAddr intgPd intgPdDyn ipv6 ix kdaParticipant kdc
            kind lang ldInst ldName lineName lnClass lnInst lnType logEna logName manufacturer max maxAttributes maxBuf
            maxGOOSE maxGo maxReports maxSMV maxSv mms mod modify multicast multiplier mustUnderstand name nameLength
            nameStructure noIctBinding nofASDU nomFreq none numOfSGs numPhases optFields ord originalSclRelease
            originalSclRevision originalSclVersion other owner pDA pDO pLN pServT password pathName pdcTimeStamp period phase
            prefix processName prp qchg rGOOSE rSV readLog reasonCode redProt refreshTime release resvTms revision router
            rptID rstp sAddr sGroup sampleRate sampleSynchronized samplesPerSec security securityEnable seqNum serialNumber
            serviceType setToRO signature smpMod smpRate smvID sntp source srcCBName srcLDInst srcLNClass srcLNInst
            srcPrefix status strong substationName supportsLdName sv svID synchSourceId synchSrcId timeStamp timeout
            timestamp toolID transient trgOps type unbufReport unit valImport valKind version virtual voltageLevelName weak
            what when who why xferNumber segmentation sampleMode
            """);

    /** In what the elements stand that others rest on; those of the site can stand in many. */
    private static final boolean[][] HOLDERS = holders(
            """
            Communication SCL, SubNetwork Communication, ConnectedAP SubNetwork, Address ConnectedAP GSE SMV,
            P Address PhysConn, GSE ConnectedAP, SMV ConnectedAP, MinTime GSE, MaxTime GSE, IED SCL, AccessPoint IED,
            Services IED AccessPoint, Server AccessPoint, ServerAt AccessPoint, LDevice Server, LN0 LDevice,
            LN LDevice AccessPoint, DataSet LN0 LN, FCDA DataSet, ReportControl LN0 LN, TrgOps ReportControl LogControl,
            OptFields ReportControl, RptEnabled ReportControl, ClientLN RptEnabled, LogControl LN0 LN, GSEControl LN0,
            SampledValueControl LN0, SmvOpts SampledValueControl, IEDName GSEControl SampledValueControl,
            SettingControl LN0, Inputs LN0 LN, ExtRef Inputs, DOI LN0 LN, SDI DOI SDI, DAI DOI SDI, Val DAI DA BDA,
            DataTypeTemplates SCL, LNodeType DataTypeTemplates, DO LNodeType, DOType DataTypeTemplates, SDO DOType,
            DA DOType, DAType DataTypeTemplates, BDA DAType, EnumType DataTypeTemplates, EnumVal EnumType
            """);

    /** What stands once in what it belongs to (annex A); of two nobody can say which one counts. */
    private static final Set<Tag> ONCE = EnumSet.of(
            Tag.HEADER,
            Tag.COMMUNICATION,
            Tag.DATA_TYPE_TEMPLATES,
            Tag.BIT_RATE,
            Tag.ADDRESS,
            Tag.MIN_TIME,
            Tag.MAX_TIME,
            Tag.SERVICES,
            Tag.SERVER,
            Tag.SERVER_AT,
            Tag.LN0,
            Tag.SETTING_CONTROL,
            Tag.TRG_OPS,
            Tag.OPT_FIELDS,
            Tag.RPT_ENABLED,
            Tag.SMV_OPTS,
            Tag.INPUTS,
            Tag.VOLTAGE,
            Tag.TAP_CHANGER);

    private static final boolean[] IS_ONCE = new boolean[Tag.values().length]; // asked for every element

    static {
        ONCE.forEach(tag -> IS_ONCE[tag.ordinal()] = true);
    }

    private final SclCheck check;
    private final SclStore store;
    private final Predicate<String> wanted;
    private final Map<String, Integer> misplaced = new LinkedHashMap<>();
    private final Map<String, Integer> elements = new LinkedHashMap<>();
    private final Map<String, Integer> attributes = new LinkedHashMap<>();
    private final Map<String, Integer> counts = new LinkedHashMap<>();

    VocabularyCheck(SclCheck check, Predicate<String> wanted) {
        this.check = check;
        this.store = check.store();
        this.wanted = wanted;
    }

    private static Set<String> words(String text) {
        return Set.of(text.strip().split("\\s+"));
    }

    /** Returns, by the numbers of an element and of its holder, whether it can stand there; null for one that is not held so. */
    private static boolean[][] holders(String text) {
        Tag[] tags = Tag.values();
        boolean[][] holders = new boolean[tags.length][];
        for (String line : text.strip().split(",\\s*")) {
            String[] names = line.split("\\s+");
            boolean[] own = new boolean[tags.length];
            for (int i = 1; i < names.length; i++) {
                own[Tag.of(names[i]).ordinal()] = true;
            }
            holders[Tag.of(names[0]).ordinal()] = own;
        }
        return holders;
    }

    void run() {
        if (isNewer(check.file().edition())) {
            check.report(
                    SclRules.EDITION_NEWER,
                    "",
                    check.file().name(),
                    0,
                    "the file is of edition " + check.file().edition() + "; Urvant knows those up to " + NEWEST
                            + ", and what is new in it is not read");
            return; // what it has more cannot be told from what is misspelt
        }
        boolean[] unknown = new boolean[store.names().size()];
        boolean hasUnknown = false;
        for (int i = 0; i < unknown.length; i++) {
            String name = store.names().get(i);
            boolean isOwn = !name.isEmpty() && name.charAt(0) != '{' && name.charAt(0) != '#';
            unknown[i] = isOwn && !ATTRIBUTES.contains(name);
            hasUnknown |= unknown[i];
        }
        ObjIntConsumer<String> taker = this::attribute;
        for (int row = 0; row < store.size(); row++) {
            Tag tag = store.tag(row);
            if (tag == Tag.PRIVATE || tag == Tag.TEXT || tag == Tag.OTHER && !isKnown(row)) {
                row = store.end(row) - 1; // what is in it is not SCL's
                continue;
            }
            boolean[] holders = HOLDERS[tag.ordinal()];
            if (holders != null && !holders[store.tag(store.parent(row)).ordinal()] && isWanted(row)) {
                String place = store.element(row) + " " + store.element(store.parent(row));
                misplaced.putIfAbsent(place, row);
                counts.merge(place, 1, Integer::sum);
            }
            if (IS_ONCE[tag.ordinal()]) {
                once(tag, row);
            }
            if (hasUnknown) {
                store.attributesOf(row, unknown, taker);
            }
        }
        misplaced.forEach((place, row) -> {
            String[] names = place.split(" ");
            report("element <" + names[0] + "> in <" + names[1] + ">", place, row, Set.of());
        });
        elements.forEach((name, row) -> report("element <" + name + ">", name, row, Tag.elements(ELEMENTS)));
        attributes.forEach((name, row) -> report(
                "attribute '" + name.substring(name.indexOf(' ') + 1) + "' of <" + name.substring(0, name.indexOf(' '))
                        + ">",
                name,
                row,
                ATTRIBUTES));
    }

    private void once(Tag tag, int row) {
        if (store.child(store.parent(row), tag) != row) {
            if (isWanted(row)) { // which takes longer than the question itself
                twice(row, store.parent(row));
            }
        } else if (tag == Tag.SERVICES) {
            Set<String> services = new HashSet<>();
            for (int service : store.children(row, null)) {
                if (!services.add(store.element(service)) && isWanted(row)) {
                    twice(service, row);
                }
            }
        }
    }

    private void twice(int row, int holder) {
        check.report(
                SclRules.DUPLICATE_ELEMENT,
                ied(row),
                check.file().name() + " " + store.element(row),
                row,
                "there are two of <" + store.element(row) + "> in one <" + store.element(holder)
                        + ">, of which one counts",
                "Take one of the two out.");
    }

    private static boolean isNewer(String edition) {
        return edition.matches("2\\d{3}([A-Z]\\d{0,3})?") && edition.compareTo(NEWEST) > 0;
    }

    private boolean isKnown(int row) {
        String name = store.element(row);
        if (ELEMENTS.contains(name)) {
            return true;
        }
        if (name.charAt(0) != '{' && isWanted(row)) {
            elements.putIfAbsent(name, row);
            counts.merge(name, 1, Integer::sum);
        }
        return false;
    }

    private void attribute(String name, int row) {
        if (isWanted(row)) {
            String place = store.element(row) + " " + name;
            attributes.putIfAbsent(place, row);
            counts.merge(place, 1, Integer::sum);
        }
    }

    private String ied(int row) {
        for (int at = row; at > 0; at = store.parent(at)) {
            if (store.tag(at) == Tag.IED) {
                return store.attribute(at, "name", "");
            }
        }
        return "";
    }

    private boolean isWanted(int row) {
        String ied = ied(row);
        return ied.isEmpty() || wanted.test(ied);
    }

    private void report(String what, String name, int row, Set<String> known) {
        int count = counts.get(name);
        check.report(
                SclRules.NOT_IN_STANDARD,
                ied(row),
                check.file().name() + " " + name,
                row,
                "SCL has no " + what + ", so it is not read"
                        + (count > 1 ? ", " + count + " times" : "")
                        + check.hint(name.substring(name.indexOf(' ') + 1), known),
                "Correct it in the tool that made the file, or put what is the maker's own into a namespace of its own.");
    }
}
