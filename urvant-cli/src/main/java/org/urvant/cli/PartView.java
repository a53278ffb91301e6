package org.urvant.cli;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.TypeRule;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.project.setting.Usage;

/** Shows what a part of a device or type is: a setting, channel, table or rule. */
final class PartView {
    private final Command command;
    private final Project project;

    PartView(Command command, Project project) {
        this.command = command;
        this.project = project;
    }

    static void line(Command command, String label, String text) {
        if (!text.isEmpty()) {
            List<String> lines = Findings.wrapped(
                    "  " + label + " ".repeat(Math.max(1, 13 - label.length())) + text, command.session.width());
            command.say(lines.get(0).replaceFirst(label, command.paint.faint(label)));
            lines.subList(1, lines.size()).forEach(rest -> command.say(" ".repeat(9) + rest));
        }
    }

    private void line(String label, String text) {
        line(command, label, text);
    }

    /** Says what a part of a device, or of a type, is. */
    void say(String name, String what) {
        Device device = project.devices().get(name);
        DeviceType type = project.types()
                .find(device == null ? name : device.type().text())
                .orElse(null);
        if (type == null) {
            TreeSet<String> known = new TreeSet<>(project.types().names());
            known.addAll(project.devices().keySet());
            throw new UnknownNameException("device or type", name, known);
        }
        DeviceSheets sheets = device == null ? DeviceSheets.blank(type) : DeviceSheets.of(type, device);
        Optional<DeviceSheets.SheetSetting> place = sheets.seek(what);
        List<TypeRule> rules =
                rules(type).stream().filter(rule -> rule.name().equals(what)).toList();
        if (place.isPresent()) {
            setting(device, sheets, place.get());
        } else if (!rules.isEmpty()) {
            rules.forEach(rule -> rule(sheets, rule));
        } else if (sheets.channels().containsKey(what)) {
            channel(sheets, what, sheets.channels().get(what));
        } else if (type.tables().containsKey(what) || type.groups().tables().containsKey(what)) {
            table(type.tables().getOrDefault(what, type.groups().tables().get(what)));
        } else if (!settings(type, what).isEmpty()) {
            columns(settings(type, what));
        } else {
            TreeSet<String> known = new TreeSet<>(sheets.paths());
            known.addAll(sheets.channels().keySet());
            known.addAll(type.tables().keySet());
            rules(type).forEach(rule -> known.add(rule.name()));
            throw new UnknownNameException("setting, channel, table or rule", what, known);
        }
    }

    /** Returns the settings of a section, of each channel of a kind, or of each connection of a kind. */
    private static Collection<SettingDefinition> settings(DeviceType type, String what) {
        if (type.hardware().channels().containsKey(what)) {
            return type.hardware().channels().get(what).settings().settings().values();
        }
        if (type.connections().containsKey(what)) {
            return type.connections().get(what).sheet().settings().values();
        }
        return Stream.of(type.sheet(), type.groups().settings())
                .flatMap(sheet -> sheet.settings().values().stream())
                .filter(setting -> setting.path().startsWith(what + "."))
                .toList();
    }

    private static List<TypeRule> rules(DeviceType type) {
        List<TypeRule> rules = new ArrayList<>(type.sheet().rules());
        rules.addAll(type.groups().settings().rules());
        type.tables().values().forEach(table -> rules.addAll(table.row().rules()));
        type.groups()
                .tables()
                .values()
                .forEach(table -> rules.addAll(table.row().rules()));
        type.hardware()
                .channels()
                .values()
                .forEach(kind -> rules.addAll(kind.settings().rules()));
        type.connections().values().forEach(kind -> rules.addAll(kind.sheet().rules()));
        return rules;
    }

    private void setting(Device device, DeviceSheets sheets, DeviceSheets.SheetSetting place) {
        SettingDefinition setting = place.setting();
        Sheet sheet = place.sheet();
        String idle = sheet.idle(setting).map(condition -> condition.reason()).orElse("");
        List<String> uses = Usage.of(sheets.type(), setting.path());
        Entry entry = sheet.given().get(setting.path());
        String value = sheet.text(setting).orElse(setting.isDerived() ? "(follows)" : "(open)");
        if (command.json) {
            command.sayJson(Json.object(
                    "setting", place.path(),
                    "meaning", setting.meaning(),
                    "kind", setting.kind().word(),
                    "allowed", setting.allowed(sheet),
                    "unit", setting.unit(),
                    "default", setting.standardValue().orElse(null),
                    "derived", setting.isDerived() ? setting.derivation().text() : null,
                    "value", device == null ? null : value,
                    "effect", setting.effect().word(),
                    "attribute", sheet.attribute(setting).orElse(null),
                    "idle", idle.isEmpty() ? null : idle,
                    "uses", uses));
            return;
        }
        definition(place.path(), setting, sheet);
        if (device != null) {
            line(
                    "on " + device.name(),
                    value
                            + (setting.isDerived()
                                    ? ", derived"
                                    : entry == null ? " by default" : ", " + entry.position())
                            + (idle.isEmpty() ? "" : "; does not apply: " + idle));
        }
        uses.forEach(use -> line("used by", use));
        line("elsewhere", String.join(", ", elsewhere(device, sheets, place.path())));
    }

    /** What the device's fellows of the same type have there. */
    private List<String> elsewhere(Device device, DeviceSheets sheets, String path) {
        List<String> elsewhere = new ArrayList<>();
        for (Device other : project.devices().values()) {
            if (other.type().text().equals(sheets.type().name()) && other != device) {
                DeviceSheets.of(sheets.type(), other)
                        .seek(path)
                        .map(found -> found.sheet().given().get(found.setting().path()))
                        .ifPresent(found -> elsewhere.add(other.name() + " " + found.text()));
            }
        }
        return elsewhere;
    }

    private void definition(String path, SettingDefinition setting, Sheet sheet) {
        command.say(command.paint.strong(path) + "  " + setting.meaning());
        line(
                "kind",
                setting.kind().word()
                        + (setting.traits().isExpert() ? ", expert" : "")
                        + (setting.traits().isIdentity() ? ", identity of the one device" : ""));
        line("allowed", setting.allowed(sheet));
        if (setting.isDerived()) {
            line("follows from", setting.derivation().text());
        }
        line(
                "default",
                setting.isDerived()
                        ? ""
                        : setting.standardValue()
                                .orElse(setting.isOptional() ? "none needed" : "none: it must be given"));
        line("effect", setting.effect().meaning() + " when it changes");
        setting.traits().side().ifPresent(side -> line("domain", side.view().title()));
        setting.traits()
                .meant()
                .ifPresent(meant -> line("means", meant + ": " + meant.meaning().text()));
        sheet.attribute(setting).ifPresent(attribute -> line("IEC 61850", attribute));
        List<String> firmware = new ArrayList<>();
        if (!setting.traits().since().isEmpty()) {
            firmware.add("from " + setting.traits().since());
        }
        setting.traits().availability().words().forEach((word, since) -> firmware.add(word + " from " + since));
        line("firmware", String.join(", ", firmware));
        line("licence", setting.traits().licence());
        line("channel", setting.traits().named().isUnshared() ? "no other setting may name it" : "");
        line("changed by", "role " + setting.traits().access().word());
        setting.applicability()
                .ifPresent(condition ->
                        line("applies", "when " + condition.expression().text()));
    }

    private void rule(DeviceSheets sheets, TypeRule rule) {
        command.say(
                command.paint.strong(rule.name()) + "  rule of " + sheets.type().name());
        line(rule.isForSome() ? "some must" : "must hold", rule.holds().text());
        line("when", rule.when() == null ? "" : rule.when().text());
        line("check", rule.check().id() + ", " + rule.check().severity().word());
        line("says", rule.wording().message().toString());
        line("mend", rule.wording().remedy().toString());
        line("stands at", rule.position().toString());
    }

    private void channel(DeviceSheets sheets, String what, ChannelKind kind) {
        String direction = kind.isInput() ? "input" : "output";
        command.say(command.paint.strong(what) + "  " + kind.meaning()
                + (kind.meaning().contains(direction) ? "" : ", " + direction));
        line("carries", String.join(", ", kind.carries()));
        line(
                "from",
                what.indexOf('/') < 0
                        ? "the device itself"
                        : "the module in slot " + what.substring(0, what.indexOf('/')));
        Optional<ChannelScale> scale = ChannelScale.of(sheets, what);
        if (scale.isPresent()) {
            line("law", scale.get().text());
        } else {
            kind.laws().forEach(law -> line("law", law.text()));
        }
        sheets.sheet(what)
                .ifPresent(sheet -> columns(sheet.definition().settings().values()));
    }

    private void table(TableDefinition table) {
        command.say(command.paint.strong(table.name()) + "  " + table.meaning());
        line(
                "rows",
                (table.least() == null ? "0" : table.least().toString()) + " to "
                        + (table.most() == null ? "any number" : table.most().toString())
                        + (table.isNumbered() ? ", numbered" : ", named by you"));
        if (table.condition() != null) {
            line("applies", "when " + table.condition().expression().text());
        }
        columns(table.row().settings().values());
        table.row()
                .rules()
                .forEach(rule -> line("rule", rule.name() + ": " + rule.holds().text()));
    }

    private void columns(Collection<SettingDefinition> settings) {
        Table columns = new Table("setting", "allowed", "default", "meaning");
        settings.forEach(setting -> columns.row(
                setting.path(), setting.allowed(), setting.standardValue().orElse(""), setting.meaning()));
        command.say(columns);
    }
}
