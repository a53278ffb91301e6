package org.urvant.project.setting;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Entry;
import org.urvant.core.protection.View;
import org.urvant.core.unit.Amount;

/**
 * One setting of a device as people read it.
 *
 * @param sheet what it belongs to
 * @param setting its definition
 * @param path its whole path, as commands write it
 * @param value its value with unit, derived, given or default; empty text when it has none
 * @param isGiven whether the device's file gives it
 * @param idle why it does not apply; empty text when it does
 */
public record ValueRow(
        Sheet sheet, SettingDefinition setting, String path, String value, boolean isGiven, String idle) {
    private static final MathContext SHOWN = new MathContext(7, RoundingMode.HALF_EVEN);

    /** Returns the rows of all settings of a device, sheet by sheet. */
    public static List<ValueRow> of(DeviceSheets sheets) {
        List<ValueRow> rows = new ArrayList<>();
        for (Sheet sheet : sheets.all()) {
            for (SettingDefinition setting : sheet.definition().settings().values()) {
                Entry entry = sheet.given().get(setting.path());
                String text = sheet.text(setting).orElse("");
                rows.add(new ValueRow(
                        sheet,
                        setting,
                        sheet.path(setting.path()),
                        withUnit(setting, text),
                        entry != null,
                        sheet.idle(setting).map(condition -> condition.reason()).orElse("")));
            }
        }
        return rows;
    }

    private static String withUnit(SettingDefinition setting, String text) {
        boolean bare = !setting.unit().isEmpty()
                && Amount.parse(text).filter(amount -> amount.unit() == null).isPresent();
        return bare ? text + " " + setting.unit() : text;
    }

    /**
     * Returns the same on a side of the instrument transformers, with seven digits at most, where its setting lies on one and
     * the ratings are known; else as it is.
     */
    public ValueRow in(View view) {
        return amount(view)
                .map(amount -> new Amount(amount.number().round(SHOWN), amount.unit()))
                .map(amount -> new ValueRow(sheet, setting, path, text(amount, view), isGiven, idle))
                .orElse(this);
    }

    private Optional<Amount> amount(View view) {
        return sheet.reading(setting)
                .flatMap(read ->
                        read.typed() instanceof BigDecimal number ? setting.in(view, number, sheet) : Optional.empty());
    }

    private static String text(Amount amount, View view) {
        return amount.text() + (view == View.PERCENT_OF_RATED ? " of rated" : " " + view.word());
    }

    /**
     * Returns the text that gives the value on a side of the instrument transformers: one that stands for the same value on the
     * device; else the text that stands in the device's file. Empty text when none is given.
     */
    public String givenIn(View view) {
        Entry entry = sheet.given().get(setting.path());
        if (entry == null) {
            return "";
        }
        String text = amount(view).map(amount -> text(amount, view)).orElse(entry.text());
        ReadValue read = setting.read(text, sheet);
        return read.isSound()
                        && read.value().equals(setting.read(entry.text(), sheet).value())
                ? text
                : entry.text();
    }

    /** Returns whether a person must still give it. */
    public boolean isOpen() {
        return value.isEmpty() && !setting.isOptional() && !setting.isDerived() && idle.isEmpty();
    }

    /** Returns whether it is given and stands for something else than the default. */
    public boolean differs() {
        return isGiven
                && !setting.isDerived()
                && setting.standardValue()
                        .map(standard -> !setting.read(standard, sheet)
                                .value()
                                .equals(sheet.reading(setting).flatMap(reading -> reading.value())))
                        .orElse(true);
    }

    /** Returns whether its path, meaning or value contains a text, without regard to case. */
    public boolean contains(String text) {
        String wanted = text.toLowerCase(Locale.ROOT);
        return (path + "\n" + setting.meaning() + "\n" + value)
                .toLowerCase(Locale.ROOT)
                .contains(wanted);
    }
}
