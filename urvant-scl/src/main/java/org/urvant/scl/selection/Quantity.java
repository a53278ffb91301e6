package org.urvant.scl.selection;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.unit.Unit;

/** What a data object measures, and in which phase, by the names of IEC 61850-7-4:2010 and 7-3:2010. */
final class Quantity {
    static final List<String> PHASES = List.of("A", "B", "C", "N", "AB", "BC", "CA");

    private static final Map<String, Pattern> OBJECTS = new LinkedHashMap<>();
    private static final Pattern PHASE = Pattern.compile("\\.(?:phs(AB|BC|CA|A|B|C)(?:Har)?|(neut|net|res))(?:[.(]|$)");

    static {
        put("current", "A|Amp|AmpSv|SeqA|DifAClc|RstA|HRmsA|HA|.*AClc");
        put("voltage", "PhV|PPV|PNV|Vol|VolSv|SeqV|DifVClc|HPhV|HPPV|HRmsPhV");
        put("active-power", "TotW|W|WPhs|Watt|AvWPhs");
        put("reactive-power", "TotVAr|VAr|VArPhs|VolAmpr|AvVArPhs");
        put("apparent-power", "TotVA|VA|VAPhs|VolAmp|AvVAPhs");
        put("power-factor", "TotPF|PF|PFPhs|PwrFact|AvPFPhs");
        put("frequency", "Hz|DifHzClc|HzClc");
        put("angle", "DifAngClc|.*AngClc");
        put("active-energy", "TotWh|SupWh|DmdWh");
        put("reactive-energy", "TotVArh|SupVArh|DmdVArh");
        put("temperature", ".*Tmp|TmpSv");
        put("pressure", "Pres|PresSv");
        put("impedance", "Z|Imp");
    }

    private Quantity() {}

    private static void put(String word, String objects) {
        OBJECTS.put(word, Pattern.compile(objects));
    }

    static List<String> words() {
        return List.copyOf(OBJECTS.keySet());
    }

    /** Returns the word of the quantity that a data object measures; empty text when it measures none. */
    static String of(String object) {
        return OBJECTS.entrySet().stream()
                .filter(entry -> entry.getValue().matcher(object).matches())
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("");
    }

    /** Returns the word of the quantity that a unit is for; empty text when it is for none of them, or for several. */
    static String ofUnit(String unit) {
        return Unit.of(unit)
                .map(known -> switch (known.dimension()) {
                    case CURRENT -> "current";
                    case VOLTAGE -> "voltage";
                    case ACTIVE_POWER -> "active-power";
                    case REACTIVE_POWER -> "reactive-power";
                    case APPARENT_POWER -> "apparent-power";
                    case FREQUENCY -> "frequency";
                    case TEMPERATURE -> "temperature";
                    case PRESSURE -> "pressure";
                    case RESISTANCE -> "impedance";
                    case ENERGY -> "active-energy";
                    case REACTIVE_ENERGY -> "reactive-energy";
                    default -> "";
                })
                .orElse("");
    }

    /** Returns the phase in a path; empty text when it names none. */
    static String phase(String path) {
        Matcher matcher = PHASE.matcher(path);
        if (!matcher.find()) {
            return "";
        }
        return matcher.group(1) == null ? "N" : matcher.group(1);
    }
}
