package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;

/**
 * What rules of a sheet may name beside its settings: those of what a single reference names ({@code channel.reaction} of an
 * alarm), how many names a reference to several has, and the number of a numbered row.
 */
final class NamedSheets implements Sheet.Beside {
    private final SheetMaker sheets;

    NamedSheets(SheetMaker sheets) {
        this.sheets = sheets;
    }

    @Override
    public @Nullable Object value(Sheet sheet, String path) {
        if (path.equals(Sheet.ROW_NUMBER)) {
            return sheet.name().matches("[0-9]{1,9}") ? new BigDecimal(sheet.name()) : null;
        }
        for (int dot = path.indexOf('.'); dot > 0; dot = path.indexOf('.', dot + 1)) {
            String reference = path.substring(0, dot);
            String setting = path.substring(dot + 1);
            Optional<SettingDefinition> several = sheet.definition()
                    .setting(reference)
                    .filter(found -> found.kind() == SettingKind.REFERENCE
                            && found.limits().isMany());
            if (several.isPresent() && setting.equals(Sheet.COUNT)) {
                String names = sheet.text(several.get()).orElse("");
                return BigDecimal.valueOf(names.isBlank() ? 0 : names.split(",").length);
            }
            Optional<Sheet> target = sheet.definition().setting(reference).flatMap(found -> target(sheet, found));
            if (target.isPresent()) {
                return target.get().definition().setting(setting).isPresent()
                        ? target.get().value(setting)
                        : null;
            }
        }
        return null;
    }

    private Optional<Sheet> target(Sheet sheet, SettingDefinition reference) {
        if (reference.kind() != SettingKind.REFERENCE || reference.limits().isMany()) {
            return Optional.empty();
        }
        String name = sheet.text(reference).orElse("");
        String to = reference.limits().refersTo();
        ChannelKind channel = sheets.fitted().get(name);
        if (channel != null) {
            return to.equals("channels") || to.equals(channel.name()) ? sheet(name) : Optional.empty();
        }
        Optional<Sheet> beside = sheet.isInGroup()
                ? sheet(String.join(".", List.of(sheet.prefix().split("\\.")).subList(0, 2)) + "." + to + "." + name)
                : Optional.empty();
        return beside.or(() -> sheet(to + "." + name));
    }

    private Optional<Sheet> sheet(String prefix) {
        return Optional.ofNullable(sheets.at(prefix));
    }
}
