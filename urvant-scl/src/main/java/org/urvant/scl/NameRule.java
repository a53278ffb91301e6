package org.urvant.scl;

/**
 * How long names may be and of what letters, by edition. Source: IEC 61850-7-2:2010, 22, and IEC 61850-6:2009, 9 (schema
 * types); for edition 2003: IEC 61850-7-2:2003, 5.5.3.3 and 19.
 */
enum NameRule {
    IED("IED", 64, 32, true, false),
    LOGICAL_DEVICE("logical device", 64, 32, true, true), // of an IED's name, which has its own rule, and an instance
    GIVEN_DEVICE("logical device", 64, 32, true, false),
    PREFIX("prefix and instance of a logical node", 12, 7, true, true),
    DATA_SET("dataset", 32, 32, true, false),
    CONTROL_BLOCK("control block", 32, 32, true, false),
    DATA_OBJECT("data object", 12, 12, false, false),
    DATA_ATTRIBUTE("data attribute", 60, 32, false, false);

    private final String what;
    private final int longest;
    private final int longestIn2003;
    private final boolean underscore;
    private final boolean digitFirst;

    NameRule(String what, int longest, int longestIn2003, boolean underscore, boolean digitFirst) {
        this.what = what;
        this.longest = longest;
        this.longestIn2003 = longestIn2003;
        this.underscore = underscore;
        this.digitFirst = digitFirst;
    }

    void check(SclCheck check, String ied, String name, int row) {
        int most = check.isEdition2003() ? longestIn2003 : longest;
        String mistake = null;
        if (name.length() > most) {
            mistake = "has " + name.length() + " characters; edition "
                    + check.file().edition() + " allows " + most;
        } else if (name.isEmpty()) {
            mistake = "is empty";
        } else if (!isLetters(name)) {
            mistake = "may have letters, digits" + (underscore ? " and underscores" : "") + " only"
                    + (digitFirst ? "" : ", a letter first");
        }
        if (mistake != null) {
            if (this == IED) {
                check.unsound(name); // commands and files are named after it
            }
            check.report(
                    SclRules.NAME_NOT_ALLOWED,
                    ied,
                    (ied.isEmpty() ? check.file().name() : ied) + " " + name,
                    row,
                    "the name of a " + what + ", '" + name + "', " + mistake);
        }
    }

    private boolean isLetters(String name) {
        for (int i = 0; i < name.length(); i++) {
            char c = name.charAt(i);
            boolean letter = c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z';
            boolean digit = c >= '0' && c <= '9';
            if (!(letter || digit && (i > 0 || digitFirst) || c == '_' && underscore && (i > 0 || digitFirst))) {
                return false;
            }
        }
        return true;
    }
}
