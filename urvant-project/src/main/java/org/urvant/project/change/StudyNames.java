package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.protection.Course;
import org.urvant.core.text.NearestName;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceSheets.SheetSetting;
import org.urvant.project.setting.DeviceStage;

/** Finds what the words of a study mean on a device: stages, settings, characteristics, sides of transformers. */
final class StudyNames {
    /** The marks that the trade gives stages: {@code I>}, {@code I>>}, {@code IN>}. */
    private static final Pattern MARK = Pattern.compile("(I|IN|IE|I0|3I0|IG)\\s*(>{1,4})", Pattern.CASE_INSENSITIVE);

    private static final Pattern NUMBERED = Pattern.compile("(.+?)[\\s./-]*(\\d{1,3})");

    private static final Map<Meaning, List<String>> SETTINGS = Map.of(
            Meaning.PICK_UP,
                    List.of("pick up", "pickup", "set current", "current setting", "pick up current", "current"),
            Meaning.TIME_MULTIPLIER, List.of("multiplier", "time multiplier", "tms", "time dial"),
            Meaning.OPERATE_TIME, List.of("delay", "time", "time delay", "operate time", "definite time"),
            Meaning.CURVE, List.of("curve", "characteristic", "course"));

    private static final Map<String, String> COURSES = new TreeMap<>(Map.of(
            "standard inverse",
            "A",
            "normal inverse",
            "A",
            "iec standard inverse",
            "A",
            "iec normal inverse",
            "A",
            "iec very inverse",
            "B",
            "iec extremely inverse",
            "C",
            "moderately inverse",
            "D",
            "ieee moderately inverse",
            "D",
            "ieee very inverse",
            "E",
            "ieee extremely inverse",
            "F"));

    static {
        COURSES.put("long time inverse", "long-time");
        COURSES.put("iec long time inverse", "long-time");
        COURSES.put("definite time", "definite");
    }

    private final DeviceSheets sheets;
    private final Map<String, String> own;

    /**
     * Creates the names of one device.
     *
     * @param own what names of the study mean, as a person says it: a stage such as {@code overcurrent.1}, or a setting
     */
    StudyNames(DeviceSheets sheets, Map<String, String> own) {
        this.sheets = sheets;
        this.own = own;
    }

    /** Returns a text in small letters with one blank between its words and nothing else that is no letter or digit. */
    static String plain(String text) {
        StringBuilder plain = new StringBuilder(text.length());
        text.toLowerCase(Locale.ROOT).codePoints().forEach(each -> {
            if (Character.isLetter(each) || isNumber(each)) {
                plain.appendCodePoint(each);
            } else if (plain.length() > 0 && plain.charAt(plain.length() - 1) != ' ') {
                plain.append(' ');
            }
        });
        return plain.toString().strip();
    }

    private static boolean isNumber(int character) {
        int kind = Character.getType(character);
        return kind == Character.DECIMAL_DIGIT_NUMBER
                || kind == Character.LETTER_NUMBER
                || kind == Character.OTHER_NUMBER;
    }

    /** Returns the setting that a stage and a name mean; empty when they mean none, or more than one. */
    Optional<SheetSetting> setting(StudyRow.Stage stage, String name) {
        String setting = own.getOrDefault(name, name);
        String group = group(stage);
        if (stage.name().isEmpty()) {
            return Optional.of(sheets).flatMap(all -> all.seek(setting).or(() -> all.seek(group + "." + setting)));
        }
        for (String prefix : prefixes(own.getOrDefault(stage.name(), stage.name()), group)) {
            Optional<SheetSetting> found = within(prefix, setting);
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    private String group(StudyRow.Stage stage) {
        return "group." + (stage.group().isEmpty() ? DeviceStage.activeGroup(sheets) : stage.group());
    }

    /** What of a row means nothing, and how it can be mended. */
    record Misfit(String message, String remedy) {}

    /** Returns what of a stage and a name, which mean no setting together, means nothing: the group, the stage, or the name. */
    Misfit misfit(StudyRow.Stage stage, String name) {
        String device = sheets.device().name();
        int most = sheets.type().groups().most();
        if (!stage.group().isEmpty()
                && IntStream.rangeClosed(1, most).mapToObj(Integer::toString).noneMatch(stage.group()::equals)) {
            return new Misfit(
                    device + " has no setting group '" + stage.group() + "'",
                    most == 0 ? "It has none; leave the group out." : "It has 1 to " + most + ".");
        }
        String group = group(stage);
        String meant = own.getOrDefault(stage.name(), stage.name());
        for (String prefix : meant.isEmpty() ? List.<String>of() : prefixes(meant, group)) {
            Set<String> within = settings(prefix);
            if (!within.isEmpty()) {
                return new Misfit(
                        "'" + name + "' is no setting of " + stage.name() + ", which is " + prefix + " of " + device,
                        NearestName.hint("setting", name, within) + " Or say what is meant.");
            }
        }
        String words = (stage.name() + " " + name).strip();
        SortedSet<String> stages = new TreeSet<>();
        sheets.paths().stream()
                .filter(path -> path.startsWith(group + ".") && path.lastIndexOf('.') > group.length())
                .forEach(path -> stages.add(path.substring(group.length() + 1, path.lastIndexOf('.'))));
        return new Misfit(
                "'" + words + "' is no setting of " + device,
                stage.name().isEmpty() || stages.isEmpty()
                        ? NearestName.hint("setting", words, sheets.paths()) + " Or say what is meant."
                        : "Its stages: " + String.join(", ", stages) + ". Say which one '" + stage.name() + "' is.");
    }

    /** What can stand before the path of a setting of a stage. */
    private List<String> prefixes(String stage, String group) {
        List<String> prefixes = new ArrayList<>();
        Matcher mark = MARK.matcher(stage);
        if (mark.matches()) {
            Quantity quantity =
                    mark.group(1).equalsIgnoreCase("I") ? Quantity.PHASE_CURRENT : Quantity.RESIDUAL_CURRENT;
            marked(quantity, mark.group(2).length(), group).ifPresent(prefixes::add);
            return prefixes;
        }
        String name = stage.strip().toLowerCase(Locale.ROOT);
        Matcher numbered = NUMBERED.matcher(name);
        List<String> forms = new ArrayList<>(List.of(name, name.replace(' ', '-')));
        if (numbered.matches()) {
            String table = numbered.group(1).strip().replace(' ', '-');
            forms.add(table + "." + numbered.group(2));
            forms.add(
                    (table.equals("z") ? "zone" : table) + "s." + numbered.group(2)); // zone 2, Z2: of the table zones
        }
        for (String form : forms) {
            prefixes.add(group + "." + form);
            prefixes.add(form);
        }
        return prefixes;
    }

    /** The n-th row of the table whose rows are stages of a quantity. */
    private Optional<String> marked(Quantity quantity, int number, String group) {
        List<StageDefinition> tables = sheets.type().handling().stages().stream()
                .filter(stage -> stage.measured().quantity() == quantity
                        && !stage.extent().table().isEmpty())
                .toList();
        if (tables.size() != 1) {
            return Optional.empty();
        }
        String table = tables.get(0).extent().table();
        return Optional.of((sheets.type().tables().containsKey(table) ? table : group + "." + table) + "." + number);
    }

    private Optional<SheetSetting> within(String prefix, String name) {
        Optional<SheetSetting> direct = sheets.seek(prefix + "." + name)
                .or(() -> sheets.seek(prefix + "." + plain(name).replace(' ', '-')));
        if (direct.isPresent()) {
            return direct;
        }
        String wanted = plain(name);
        for (Map.Entry<Meaning, List<String>> meaning : SETTINGS.entrySet()) {
            if (meaning.getValue().contains(wanted)) {
                List<SheetSetting> found = meant(prefix, meaning.getKey());
                if (found.size() == 1) {
                    return Optional.of(found.get(0));
                }
            }
        }
        return Optional.empty();
    }

    /** The settings of a row that mean something; a row that is not there yet counts as well. */
    private List<SheetSetting> meant(String prefix, Meaning meaning) {
        return tables(prefix)
                .flatMap(table -> table.row().setting(meaning).stream())
                .flatMap(setting -> sheets.seek(prefix + "." + setting.path()).stream())
                .distinct()
                .toList();
    }

    /** The tables that a row could be of, by its path. */
    private Stream<TableDefinition> tables(String row) {
        String table = row.replaceFirst("^group\\.\\d+\\.", "").replaceFirst("\\.[^.]+$", "");
        return Stream.of(sheets.type().tables(), sheets.type().groups().tables())
                .flatMap(tables -> Optional.ofNullable(tables.get(table)).stream());
    }

    /** The settings of a stage, those of a row that is not there yet as well; empty when it is none. */
    private Set<String> settings(String prefix) {
        Set<String> settings = new TreeSet<>();
        sheets.paths().stream()
                .filter(path -> path.startsWith(prefix + "."))
                .forEach(path -> settings.add(path.substring(prefix.length() + 1)));
        tables(prefix).forEach(table -> settings.addAll(table.row().settings().keySet()));
        return settings;
    }

    /** Returns which names of characteristics a value is like that means none, such as 'very inverse'; empty text for none. */
    static String likeChoices(SettingDefinition setting, String value) {
        String wanted = plain(value);
        if (wanted.isEmpty() || !isCurve(setting)) {
            return "";
        }
        List<String> like = COURSES.keySet().stream()
                .filter(name -> name.endsWith(wanted))
                .filter(name -> setting.limits().choices().contains(COURSES.get(name)))
                .map(name -> name.replace("iec", "IEC").replace("ieee", "IEEE") + " (" + COURSES.get(name) + ")")
                .toList();
        return like.isEmpty() ? "" : "Say which one: " + String.join(", ", like) + ".";
    }

    private static boolean isCurve(SettingDefinition setting) {
        return setting.traits()
                .meant()
                .filter(meant -> meant.meaning() == Meaning.CURVE)
                .isPresent();
    }

    /** Returns the word of a choice that a value means: the word itself, or the trade's name of a characteristic. */
    static String choice(SettingDefinition setting, String value) {
        if (!isCurve(setting) || setting.limits().choices().contains(value)) {
            return value;
        }
        String word = COURSES.getOrDefault(
                plain(value), Course.of(value.strip()).map(Course::word).orElse(value));
        return setting.limits().choices().contains(word) ? word : value;
    }
}
