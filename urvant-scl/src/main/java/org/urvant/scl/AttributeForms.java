package org.urvant.scl;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What attributes of control blocks, services, equipment and values with units may hold. One that holds something else would be
 * taken as if it were not there, and mean another thing than what stands in the file. Source: IEC 61850-6:2009+A1:2018, annex A
 * (schema), and IEC 61850-7-2:2010, 17 and 18 (texts of at most 129 characters).
 */
final class AttributeForms {
    private static final int LONGEST_ID = 129;
    private static final Set<String> MULTIPLIERS = Set.of(
            "", "y", "z", "a", "f", "p", "n", "µ", "mu", "m", "c", "d", "da", "h", "k", "M", "G", "T", "P", "E", "Z",
            "Y");
    private static final Map<Tag, Map<String, Form>> FORMS = new EnumMap<>(Map.of(
            Tag.REPORT_CONTROL,
            Map.of(
                    "confRev", Form.NUMBER,
                    "buffered", Form.LOGICAL,
                    "bufTime", Form.NUMBER,
                    "indexed", Form.LOGICAL,
                    "intgPd", Form.NUMBER,
                    "rptID", Form.ID),
            Tag.TRG_OPS,
            logical("dchg", "qchg", "dupd", "period", "gi"),
            Tag.OPT_FIELDS,
            logical("seqNum", "timeStamp", "dataSet", "reasonCode", "dataRef", "entryID", "configRef", "bufOvfl"),
            Tag.RPT_ENABLED,
            Map.of("max", Form.COUNT),
            Tag.GSE_CONTROL,
            Map.of(
                    "confRev", Form.NUMBER,
                    "fixedOffs", Form.LOGICAL,
                    "securityEnable", Form.SECURITY,
                    "appID", Form.ID,
                    "type", Form.MESSAGE),
            Tag.SAMPLED_VALUE_CONTROL,
            Map.of(
                    "confRev", Form.NUMBER,
                    "multicast", Form.LOGICAL,
                    "smpRate", Form.COUNT,
                    "smpMod", Form.SAMPLING,
                    "securityEnable", Form.SECURITY,
                    "nofASDU", Form.COUNT,
                    "smvID", Form.ID),
            Tag.SMV_OPTS,
            logical(
                    "refreshTime",
                    "sampleSynchronized",
                    "sampleRate",
                    "dataSet",
                    "security",
                    "timestamp",
                    "synchSourceId"),
            Tag.LOG_CONTROL,
            Map.of(
                    "logEna", Form.LOGICAL,
                    "reasonCode", Form.LOGICAL,
                    "bufTime", Form.NUMBER,
                    "intgPd", Form.NUMBER),
            Tag.SETTING_CONTROL,
            Map.of("numOfSGs", Form.COUNT, "actSG", Form.COUNT, "resvTms", Form.NUMBER)));

    private static final Map<String, Form> AUTHENTICATION =
            logical("none", "password", "weak", "strong", "certificate");

    /** The same name stands for the same kind of thing at every service (IEC 61850-6:2009+A1:2018, 9.3.2). */
    private static final Map<String, Form> SERVICES = services();

    static {
        FORMS.put(Tag.SCL, Map.of("version", Form.EDITION, "revision", Form.REVISION, "release", Form.COUNT));
        FORMS.put(Tag.MIN_TIME, Map.of("unit", Form.SECONDS, "multiplier", Form.MILLI));
        FORMS.put(Tag.MAX_TIME, Map.of("unit", Form.SECONDS, "multiplier", Form.MILLI));
        FORMS.put(Tag.VOLTAGE, Map.of("unit", Form.VOLTS, "multiplier", Form.MULTIPLIER));
        FORMS.put(Tag.BIT_RATE, Map.of("unit", Form.BIT_RATE, "multiplier", Form.MEGA));
        FORMS.put(Tag.VOLTAGE_LEVEL, Map.of("nomFreq", Form.FREQUENCY, "numPhases", Form.PHASES));
        FORMS.put(Tag.POWER_TRANSFORMER, Map.of("type", Form.TRANSFORMER));
        FORMS.put(Tag.TRANSFORMER_WINDING, Map.of("type", Form.WINDING));
        FORMS.put(Tag.TAP_CHANGER, Map.of("type", Form.TAP_CHANGER));
        FORMS.put(Tag.CONDUCTING_EQUIPMENT, Map.of("type", Form.EQUIPMENT));
        FORMS.put(Tag.SUB_EQUIPMENT, Map.of("phase", Form.PHASE));
        Map<String, Form> attribute = new HashMap<>(logical("dchg", "qchg", "dupd", "valImport"));
        attribute.put("valKind", Form.VALUE_KIND);
        FORMS.put(Tag.DA, attribute);
        FORMS.put(Tag.BDA, attribute);
        FORMS.put(Tag.DAI, attribute);
        FORMS.put(Tag.DO, logical("transient"));
        FORMS.put(Tag.SERVER, Map.of("timeout", Form.NUMBER));
        FORMS.put(Tag.ACCESS_POINT, logical("router", "clock", "kdc"));
        FORMS.put(Tag.CONNECTED_AP, Map.of("redProt", Form.REDUNDANCY));
        FORMS.put(Tag.HEADER, Map.of("nameStructure", Form.NAME_STRUCTURE));
        FORMS.put(
                Tag.IED,
                Map.of(
                        "originalSclVersion", Form.EDITION,
                        "originalSclRevision", Form.REVISION,
                        "originalSclRelease", Form.COUNT));
        FORMS.put(Tag.SERVICES, Map.of("nameLength", Form.COUNT));
    }

    private enum Form {
        LOGICAL(
                "true or false",
                text -> text.equals("true") || text.equals("false") || text.equals("1") || text.equals("0")),
        NUMBER("a whole number from 0", text -> isFrom(0, text)),
        COUNT("a whole number from 1", text -> isFrom(1, text)),
        EDITION("a year such as 2007", text -> text.matches("2\\d{3}")),
        REVISION("a capital letter", text -> text.matches("[A-Z]")),
        SECONDS("s", "s"::equals),
        MILLI("m", "m"::equals),
        MEGA("M", "M"::equals),
        NAME_STRUCTURE("IEDName or FuncName", Set.of("IEDName", "FuncName")::contains),
        PHASES("1 to 6", text -> text.matches("[1-6]")),
        VOLTS("V", "V"::equals),
        BIT_RATE("b/s", "b/s"::equals),
        MULTIPLIER("a prefix of SI such as k or M", MULTIPLIERS::contains),
        TRANSFORMER("PTR", "PTR"::equals),
        WINDING("PTW", "PTW"::equals),
        TAP_CHANGER("LTC", "LTC"::equals),
        EQUIPMENT("three capital letters or more, such as CBR", Form::areCapitals),
        PHASE(
                "A, B, C, N, AB, BC, CA, all or none",
                Set.of("A", "B", "C", "N", "AB", "BC", "CA", "all", "none")::contains),
        FREQUENCY(
                "a number of hertz up to 400",
                text -> text.matches("\\d{1,3}(\\.\\d{1,6})?") && Double.parseDouble(text) <= 400),
        VALUE_KIND("Spec, Conf, RO or Set", Set.of("Spec", "Conf", "RO", "Set")::contains),
        SETTABLE("Dyn, Conf or Fix", text -> text.equals("Dyn") || text.equals("Conf") || text.equals("Fix")),
        BUFFERED(
                "unbuffered, buffered or both",
                text -> text.equals("unbuffered") || text.equals("buffered") || text.equals("both")),
        DELIVERED(
                "unicast, multicast or both",
                text -> text.equals("unicast") || text.equals("multicast") || text.equals("both")),
        SECURITY(
                "None, Signature or SignatureAndEncryption",
                Set.of("None", "Signature", "SignatureAndEncryption")::contains),
        SAMPLING("SmpPerPeriod, SmpPerSec or SecPerSmp", Set.of("SmpPerPeriod", "SmpPerSec", "SecPerSmp")::contains),
        REDUNDANCY("none, hsr, prp or rstp", Set.of("none", "hsr", "prp", "rstp")::contains),
        MESSAGE("GOOSE or GSSE", text -> text.equals("GOOSE") || text.equals("GSSE")),
        ID("at most " + LONGEST_ID + " characters", text -> text.length() <= LONGEST_ID);

        private final String expected;
        private final Predicate<String> fits;

        Form(String expected, Predicate<String> fits) {
            this.expected = expected;
            this.fits = fits;
        }

        /** By hand: thousands of pieces of equipment are asked. */
        private static boolean areCapitals(String text) {
            for (int i = 0; i < text.length(); i++) {
                if (text.charAt(i) < 'A' || text.charAt(i) > 'Z') {
                    return false;
                }
            }
            return text.length() >= 3;
        }

        private static boolean isFrom(long least, String text) {
            long number = Numbers.parse(text, -1);
            return number >= least && number <= 0xFFFF_FFFFL;
        }
    }

    private AttributeForms() {}

    private static Map<String, Form> logical(String... names) {
        Map<String, Form> forms = new HashMap<>();
        for (String name : names) {
            forms.put(name, Form.LOGICAL);
        }
        return Map.copyOf(forms);
    }

    private static Map<String, Form> services() {
        Map<String, Form> forms = new HashMap<>(logical(
                "modify",
                "resvTms",
                "owner",
                "bufConf",
                "fixPrefix",
                "fixLnInst",
                "fixedOffs",
                "goose",
                "gsse",
                "bufReport",
                "unbufReport",
                "readLog",
                "sv",
                "supportsLdName",
                "noIctBinding",
                "deliveryConf",
                "samplesPerSec",
                "synchSrcId",
                "pdcTimeStamp",
                "signature",
                "encryption",
                "setToRO",
                "hsr",
                "prp",
                "rstp",
                "sntp",
                "c37_238",
                "iec61850_9_3",
                "other",
                "ipv6",
                "mms",
                "ftp",
                "ftps",
                "kdaParticipant"));
        for (String name :
                List.of("max", "maxAttributes", "maxReports", "maxGOOSE", "maxSMV", "maxGo", "maxSv", "maxBuf")) {
            forms.put(name, Form.NUMBER);
        }
        for (String name : List.of(
                "cbName",
                "datSet",
                "rptID",
                "optFields",
                "bufTime",
                "trgOps",
                "intgPd",
                "appID",
                "dataLabel",
                "svID",
                "smpRate",
                "logEna")) {
            forms.put(name, Form.SETTABLE);
        }
        forms.put("bufMode", Form.BUFFERED);
        forms.put("delivery", Form.DELIVERED);
        return Map.copyOf(forms);
    }

    /** Reports what no attribute of a service may hold, of what an IED says that it can do. */
    static void services(SclCheck check, String ied, int holder) {
        SclStore store = check.store();
        element(check, ied, "Services of " + ied, holder, FORMS.get(Tag.SERVICES));
        for (int row = holder + 1; row < store.end(holder); row++) {
            element(check, ied, store.element(row) + " of " + ied, row, SERVICES);
        }
    }

    /** Reports what no attribute of an IED and of its servers may hold. */
    static void ied(SclCheck check, String ied, int row) {
        SclStore store = check.store();
        element(check, ied, ied, row);
        for (int point : store.children(row, Tag.ACCESS_POINT)) {
            element(check, ied, ied + " " + store.attribute(point, "name", ""), point);
            for (int server : store.children(point, Tag.SERVER)) {
                element(check, ied, ied, server);
                for (int at = server + 1; at < store.end(server); at = store.end(at)) {
                    boolean isAuthentication = store.element(at).equals("Authentication");
                    element(check, ied, "Authentication of " + ied, at, isAuthentication ? AUTHENTICATION : null);
                }
            }
        }
    }

    /** Reports what no attribute of its kind may hold, in a control block and in the elements below it. */
    static void check(SclCheck check, String ied, String subject, int block) {
        SclStore store = check.store();
        for (int row = block; row < store.end(block); row++) {
            element(check, ied, subject, row);
        }
    }

    /** Returns whether the attributes of one element hold what they may. */
    static boolean fits(SclStore store, int row) {
        Map<String, Form> forms = FORMS.get(store.tag(row));
        int at = store.firstAttribute(row);
        int end = forms == null ? at : store.firstAttribute(row + 1);
        while (at < end && fits(forms.get(store.nameAt(at)), store, at)) {
            at++;
        }
        return at >= end;
    }

    private static boolean fits(@Nullable Form form, SclStore store, int place) {
        return form == null || form.fits.test(store.valueAt(place).strip());
    }

    /** Reports what no attribute of one element may hold. */
    static void element(SclCheck check, String ied, String subject, int row) {
        element(check, ied, subject, row, FORMS.get(check.store().tag(row)));
    }

    private static void element(SclCheck check, String ied, String subject, int row, Map<String, Form> forms) {
        if (forms == null) {
            return;
        }
        SclStore store = check.store();
        int end = store.firstAttribute(row + 1);
        for (int at = store.firstAttribute(row); at < end; at++) {
            Form form = forms.get(store.nameAt(at));
            if (form != null && !fits(form, store, at)) {
                String text = store.valueAt(at).strip();
                check.report(
                        SclRules.ATTRIBUTE_MALFORMED,
                        ied,
                        subject,
                        row,
                        store.nameAt(at) + " of " + subject + " is '"
                                + (text.length() > 40 ? text.substring(0, 40) + "…" : text) + "'"
                                + (form == Form.ID ? ", of " + text.length() + " characters" : "") + "; expected "
                                + form.expected);
            }
        }
    }
}
