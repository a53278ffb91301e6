package org.urvant.scl;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Predicate;

/**
 * What attributes of control blocks may hold. One that holds something else would be taken as if it were not there, and mean
 * another thing than what stands in the file. Source: IEC 61850-6:2009, annex A (schema), and IEC 61850-7-2:2010, 17 and 18 (texts
 * of at most 129 characters).
 */
final class BlockForms {
    private static final int LONGEST_ID = 129;
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
            Map.of("confRev", Form.NUMBER, "fixedOffs", Form.LOGICAL, "appID", Form.ID, "type", Form.MESSAGE),
            Tag.SAMPLED_VALUE_CONTROL,
            Map.of(
                    "confRev", Form.NUMBER,
                    "multicast", Form.LOGICAL,
                    "smpRate", Form.COUNT,
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
            Map.of("numOfSGs", Form.COUNT, "actSG", Form.COUNT)));

    private enum Form {
        LOGICAL(
                "true or false",
                text -> text.equals("true") || text.equals("false") || text.equals("1") || text.equals("0")),
        NUMBER("a whole number from 0", text -> isFrom(0, text)),
        COUNT("a whole number from 1", text -> isFrom(1, text)),
        MESSAGE("GOOSE or GSSE", text -> text.equals("GOOSE") || text.equals("GSSE")),
        ID("at most " + LONGEST_ID + " characters", text -> text.length() <= LONGEST_ID);

        private final String expected;
        private final Predicate<String> fits;

        Form(String expected, Predicate<String> fits) {
            this.expected = expected;
            this.fits = fits;
        }

        private static boolean isFrom(long least, String text) {
            long number = Numbers.parse(text, -1);
            return number >= least && number <= 0xFFFF_FFFFL;
        }
    }

    private BlockForms() {}

    private static Map<String, Form> logical(String... names) {
        Map<String, Form> forms = new HashMap<>();
        for (String name : names) {
            forms.put(name, Form.LOGICAL);
        }
        return Map.copyOf(forms);
    }

    /** Reports what no attribute of its kind may hold, in a control block and in the elements below it. */
    static void check(SclCheck check, String ied, String subject, int block) {
        SclStore store = check.store();
        for (int row = block; row < store.end(block); row++) {
            Map<String, Form> forms = FORMS.get(store.tag(row));
            if (forms == null) {
                continue;
            }
            for (Map.Entry<String, String> attribute : store.attributes(row).entrySet()) {
                Form form = forms.get(attribute.getKey());
                String text = attribute.getValue().strip();
                if (form != null && !form.fits.test(text)) {
                    check.report(
                            SclRules.ATTRIBUTE_MALFORMED,
                            ied,
                            subject,
                            row,
                            attribute.getKey() + " of " + subject + " is '"
                                    + (text.length() > 40 ? text.substring(0, 40) + "…" : text) + "'"
                                    + (form == Form.ID ? ", of " + text.length() + " characters" : "") + "; expected "
                                    + form.expected);
                }
            }
        }
    }
}
