package org.urvant.scl.selection;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Unit;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.FunctionalConstraint;

/**
 * What a signal means to an engineer, so that nobody needs the paths by heart. Classes and names of data objects are those
 * of IEC 61850-7-4:2010, classes of data those of IEC 61850-7-3:2010.
 */
public enum SignalKind {
    POSITION(
            "where a switch stands",
            row("XCBR|XSWI|CSWI", "Pos", "stVal", "ST", "Pos of a breaker, switch or switch control")),
    COMMAND(
            "what operates a switch or an output",
            row(".*", ".*", "(Oper\\.)?ctlVal(\\.f|\\.i)?", "CO", "the value operated in a control service")),
    TRIP(
            "what a protection function does when it operates",
            row("P(?!TRC).*", "Op", "general", "ST", "Op of a protection function"),
            row("PTRC", "Tr", "general", "ST", "Tr of the trip conditioning, the trip that leaves the relay"),
            row("RBRF", "OpEx|OpIn", "general", "ST", "breaker failure, trip of others or repeated trip")),
    PICK_UP(
            "that a protection function has picked up",
            row("P.*|RBRF|RDIR|RPSB", "Str", "general", "ST", "Str of a protection function")),
    CURRENT(
            "measured currents",
            row(
                    "MMXU|MMXN|MSQI",
                    "A|Amp|SeqA",
                    "(?!.*inst)(.*\\.)?mag\\.(f|i)",
                    "MX",
                    "a current of a measuring node")),
    VOLTAGE(
            "measured voltages",
            row(
                    "MMXU|MMXN|MSQI",
                    "PhV|PPV|PNV|Vol|SeqV",
                    "(?!.*inst)(.*\\.)?mag\\.(f|i)",
                    "MX",
                    "a voltage of a measuring node")),
    POWER(
            "measured power and power factor",
            row(
                    "MMXU|MMXN",
                    "(Tot|Av)?(W|VAr|VA|PF)(Phs)?|Watt|VolAmp|VolAmpr|PwrFact",
                    "(?!.*inst)(.*\\.)?mag\\.(f|i)",
                    "MX",
                    "power or power factor of a measuring node")),
    COUNTER(
            "what is counted",
            row(".*", ".*", "actVal", "ST", "a binary counter reading, class BCR"),
            row("X.*|G.*", "OpCnt.*|Cnt.*", "stVal", "ST", "a count of operations")),
    HEALTH(
            "whether the device is well",
            row(".*", "Health|PhyHealth|EEHealth", "stVal", "ST", "Health of a node or of the device")),
    ALARM(
            "alarms and binary inputs",
            row("G.*", "(Ind|Alm|Wrn).*", "stVal", "ST", "an indication of a generic node"),
            row("(?!G).*", ".*(Alm|Wrn).*", "stVal", "ST", "a data object named alarm or warning")),
    FREQUENCY("measured frequency", row("MMXU|MMXN", "Hz", "mag\\.(f|i)", "MX", "the frequency of a measuring node")),
    TEMPERATURE(
            "measured temperatures",
            row(".*", ".*Tmp", "mag\\.(f|i)", "MX", "a data object named temperature"),
            row("TTMP", "TmpSv", "instMag\\.(f|i)", "MX", "samples of a temperature sensor")),
    TAP_POSITION(
            "where a tap changer stands",
            row("YLTC|ATCC", "TapChg|TapPos", "valWTr\\.posVal|stVal", "ST", "the tap of a tap changer")),
    INTERLOCKING(
            "whether a switch may be operated",
            row("CILO", "EnaOpn|EnaCls", "stVal", "ST", "a release of the interlocking")),
    SAMPLED_VALUE(
            "streams of samples of currents and voltages",
            row(
                    "TCTR|TVTR",
                    "AmpSv|VolSv|Amp|Vol",
                    "instMag\\.i|instMag\\.f",
                    "MX",
                    "samples of an instrument transformer")),
    MODE(
            "whether a function is on, blocked or in test",
            row(".*", "Beh|Mod", "stVal", "ST", "mode or behaviour of a node")),
    LOCAL_REMOTE(
            "who may operate: local or remote",
            row(".*", "Loc|LocKey|LocSta", "stVal", "ST", "local control behaviour or key")),
    SETTING(
            "settings of functions",
            row(
                    ".*",
                    ".*",
                    ".*(setMag\\.f|setMag\\.i|setVal|setCharact)",
                    "SP|SG|SE",
                    "a set point or a setting of a group"));

    private static final String ANY = ".*";

    private final String meaning;
    private static final Set<String> SELECTED =
            Set.of("sbo-with-normal-security", "2", "sbo-with-enhanced-security", "4");

    private final List<Row> rows;

    SignalKind(String meaning, Row... rows) {
        this.meaning = meaning;
        this.rows = List.of(rows);
    }

    /** One way to belong to a kind. Patterns are compiled when they are first needed: most commands need few of them. */
    private static final class Row {
        private final Set<String> constraints;
        private final String reason;
        private final String[] texts;
        private final Pattern[] patterns = new Pattern[3];
        private final boolean[] isPlain = new boolean[3]; // letters and digits alone

        Row(Set<String> constraints, String reason, String... texts) {
            this.constraints = constraints;
            this.reason = reason;
            this.texts = texts;
            for (int part = 0; part < isPlain.length; part++) {
                isPlain[part] = texts[part].chars().allMatch(Character::isLetterOrDigit);
            }
        }

        boolean fits(String constraint, String tail, String object, String nodeClass) {
            return constraints.contains(constraint) && fits(0, tail) && fits(1, object) && fits(2, nodeClass);
        }

        private boolean fits(int part, String text) {
            if (texts[part].equals(ANY) || texts[part].equals(text)) {
                return true;
            }
            if (isPlain[part]) {
                return false; // and not equal, so that no pattern need say it
            }
            if (patterns[part] == null) {
                patterns[part] = Pattern.compile(texts[part]);
            }
            return patterns[part].matcher(text).matches();
        }
    }

    private static Row row(String nodeClass, String object, String tail, String constraint, String reason) {
        return new Row(Set.of(constraint.split("[|]")), reason, tail, object, nodeClass);
    }

    /** Returns the word for queries, such as {@code pick-up}. */
    public String word() {
        return Word.of(this);
    }

    /** Returns what signals of the kind say, in plain words. */
    public String meaning() {
        return meaning;
    }

    /** Returns why a signal belongs to the kind, or empty when it does not. */
    public Optional<String> reason(DataAttribute attribute) {
        if (this == COMMAND
                && isStatusOnly(
                        controlModel(attribute).flatMap(DataAttribute::value).orElse(""))) {
            return Optional.empty();
        }
        return Optional.of(definedReason(attribute)).filter(reason -> !reason.isEmpty());
    }

    /** Returns why signals of this definition belong to the kind, whatever value an instance gives the control model. */
    String definedReason(DataAttribute attribute) {
        return reason(
                attribute.node().nodeClass(),
                attribute.objectName(),
                attribute.path(),
                attribute.constraint().map(Enum::name).orElse(""));
    }

    /** Returns why a signal of a definition belongs to the kind; empty text when it does not. */
    String reason(String nodeClass, String object, String path, String constraint) {
        String tail = path.substring(Math.min(path.length(), object.length() + 1));
        for (Row row : rows) {
            if (row.fits(constraint, tail, object, nodeClass)) {
                return row.reason;
            }
        }
        return "";
    }

    /** Returns the attribute that says how the object of a command is controlled; empty when it has none. */
    static Optional<DataAttribute> controlModel(DataAttribute attribute) {
        return attribute.node().attributeAt(attribute.objectName() + ".ctlModel");
    }

    /** A control whose model is status-only takes no command (IEC 61850-7-2:2010, 20.2). */
    static boolean isStatusOnly(String model) {
        return model.equals("status-only") || model.equals("0");
    }

    /** Returns whether who commands the object of a command selects it first (IEC 61850-7-2:2010, 20.2); empty when it does not say. */
    public static Optional<Boolean> selects(DataAttribute command) {
        return controlModel(command).flatMap(DataAttribute::value).map(model -> SELECTED.contains(model.strip()));
    }

    /** Returns a number that changes when what belongs to which kind changes, so that kept indexes can be told apart. */
    static int edition() {
        StringBuilder all = new StringBuilder();
        for (SignalKind kind : values()) {
            all.append(kind.name());
            kind.rows.forEach(row ->
                    all.append(row.constraints.stream().sorted().toList()).append(String.join(" ", row.texts)));
        }
        return all.toString().hashCode();
    }

    /** Returns why a signal that is no data attribute belongs to the kind. */
    String offeredReason() {
        return switch (this) {
            case ALARM -> "it is on or off, or its list says so";
            case COMMAND -> "it is commanded";
            case COUNTER -> "it counts";
            case POSITION -> "it has the states of two contacts, or its list says so";
            case TAP_POSITION -> "it is a step, or its list says so";
            default -> "by its unit, or as its list says";
        };
    }

    /** Returns the kind of what is measured in a unit, or empty. */
    public static Optional<SignalKind> ofUnit(String unit) {
        return Unit.of(unit).flatMap(known -> switch (known.dimension()) {
            case CURRENT -> Optional.of(CURRENT);
            case VOLTAGE -> Optional.of(VOLTAGE);
            case ACTIVE_POWER, REACTIVE_POWER, APPARENT_POWER -> Optional.of(POWER);
            case FREQUENCY -> Optional.of(FREQUENCY);
            case TEMPERATURE -> Optional.of(TEMPERATURE);
            default -> Optional.empty();
        });
    }

    /** Returns the kind for a word, or empty. */
    public static Optional<SignalKind> of(String word) {
        return Word.find(SignalKind.class, word.toLowerCase(Locale.ROOT));
    }

    /** Returns the kinds that a signal belongs to. */
    public static List<SignalKind> of(DataAttribute attribute) {
        if (attribute.constraint().filter(SignalKind::isOfInterest).isEmpty()) {
            return List.of();
        }
        return Arrays.stream(values())
                .filter(kind -> kind.reason(attribute).isPresent())
                .toList();
    }

    private static boolean isOfInterest(FunctionalConstraint constraint) {
        return switch (constraint) {
            case ST, MX, CO, SP, SG, SE -> true;
            default -> false;
        };
    }
}
