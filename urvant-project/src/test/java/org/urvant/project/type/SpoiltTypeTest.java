package org.urvant.project.type;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;

/** What a person may get wrong who begins from a type that ships; each would be read, and answer wrongly. */
class SpoiltTypeTest {
    /** Columns: the type, what stands in it, what stands there instead, what the reader says. */
    @ParameterizedTest(name = "{0}: {3}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            marrowby-f2 | least: 50, most: 1000, step: 10, default: 150 | least: 50, most: 1000, step: 10000, default: 50 | the step 10000 leads from 50 beyond 1000
            marrowby-f2 | means: display-name, longest: 20 | means: display-name, longest: 0 | the text has no room for a letter
            marrowby-f2 | effect: restart, domain: secondary, meaning: rated secondary current of the phase | effect: restart, domain: primary, meaning: rated secondary current of the phase | 'transformer-secondary' is said of a value of the domain primary
            marrowby-f2 | applies-when: modules.vt4 > 0, otherwise: no module vt4 is fitted, meaning: rated primary | applies-when: modules.vt4 > 1, otherwise: no module vt4 is fitted, meaning: rated primary | the condition 'applies-when' is always false
            marrowby-f2 | means: active-group, least: 1, most: 4 | means: active-group, least: 1, most: 8 | groups.active can be 8; there are 4 setting groups
            brudal-x8 | "1.1": {} | "1.4": {} | firmware 1.3 stands behind 1.4, which is newer
            marrowby-f2 | slot 2: {slot: X2, letters: {"0": {meaning: empty}, B | slot 2: {slot: X2, letters: {"0": {meaning: empty}, V: {meaning: voltages, module: vt4}, B | letter 'V' of 'slot 2' puts module vt4 into slot X2, where it does not fit
            marrowby-f2 | needs: {CT: 3 phase-current}, meaning: overcurrent | needs: {CT: 5 phase-current}, meaning: overcurrent | overcurrent needs 5 channels CT, and a device has 4 at most
            marrowby-f2 | data-attribute: "PTOC{row}.StrVal.setMag.f" | data-attribute: "PTOC1.StrVal.setMag.f" | all rows are offered under the one data attribute 'PTOC1.StrVal.setMag.f'
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic | ratio: ct.secondary / ct.primary, course: characteristic | transformers of ct.primary / ct.secondary, the ratio of the stage is ct.secondary / ct.primary
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic, | course: characteristic, | the ratio of the stage is 1
            marrowby-f2 | "SEL(source = 'residual', ct.neutral.primary / ct.neutral.secondary, ct.primary / ct.secondary)" | ct.primary / ct.secondary | the pick-up comes through transformers of ct.neutral.primary / ct.neutral.secondary
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic | ratio: "SEL(supervision.balance, ct.secondary / ct.primary, ct.primary / ct.secondary)", course: characteristic | the pick-up comes through transformers of ct.primary / ct.secondary
            marrowby-f2 | ct.primary: 400 A | ct.primary: 300 A | the example breaks a rule: the feeder carries 400 A, more than the 300 A
            marrowby-f2 | engineer: {role: engineer | engineer: {role: viewer | no user of a new device may configure it
            brudal-x8 | {frame: frame, start: start-bit | {frame: frame, start: length | one column stands for two things of a frame
            brudal-x8 | low: low, high: high, when-lost | low: low, high: low, when-lost | 'low' and 'low' are no two ends of one law
            brudal-x8 | low: duty-low, high: duty-high | low: duty-low, high: high | 'duty-low' and 'high' are no two ends of one law
            brudal-x8 | pulse-width: {when: carries = 'pulse-width' | pulse-width: {when: carries = 'voltage' | two laws are for 'voltage'
            brudal-x8 | "S{1..4}" | "S{1..5}" | S5 follows AI5.range; a device has 4 channels AI at most
            brudal-x8 | choices: ["50", "125" | choices: ["50k", "125" | 'bit-rate' is a number, and '50k' is none
            brudal-x8 | count: 8 | count: 0 | no device has a channel DI
            lysholt-p12 | °F, bar, l/s | °F, bars, l/s | 'unit' is of kind choice, which 'unit' cannot use
            """)
    void aNumberThatContradictsAnotherIsTold(String type, String sound, String broken, String expected) {
        String text = Catalogue.text(type);
        assertThat(text).contains(sound);
        List<Finding> found = new ArrayList<>();
        DeviceTypeReader.read(type + ".yaml", text.replace(sound, broken), found::add);
        assertThat(found).anySatisfy(finding -> {
            assertThat(finding.message()).contains(expected);
            assertThat(finding.position().line()).isPositive();
        });
    }

    /** Columns: the type, what stands in it, what may stand there as well. */
    @ParameterizedTest(name = "{0}: {2}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            marrowby-f2 | least: 50, most: 1000, step: 10, default: 150 | least: 50, most: 1000, step: 950, default: 50
            marrowby-f2 | means: active-group, least: 1, most: 4 | means: active-group, least: 1, most: 3
            marrowby-f2 | needs: {CT: 3 phase-current}, meaning: overcurrent | needs: {CT: 4 phase-current}, meaning: overcurrent
            marrowby-f2 | needs: {VT: 3 phase-voltage} | needs: {VT: 4 phase-voltage}
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic | ratio: 1 / (ct.secondary / ct.primary), course: characteristic
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: thermal | ratio: 1 * ct.primary / ct.secondary, course: thermal
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic | ratio: "SEL(licences.arc, ct.primary / ct.secondary, ct.secondary / ct.primary)", course: characteristic
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic | ratio: "SEL(supervision.balance, ct.primary / ct.secondary, 1 * ct.primary / ct.secondary)", course: characteristic
            marrowby-f2 | ratio: ct.primary / ct.secondary, course: characteristic | ratio: ct.primary / ct.secondary * inputs.supply_volts / inputs.supply_volts, course: characteristic
            marrowby-f2 | ct.primary: 400 A | ct.primary: 600 A
            marrowby-f2 | applies-when: modules.vt4 > 0, otherwise: no module vt4 is fitted, meaning: rated primary | applies-when: modules.vt4 = 1, otherwise: no module vt4 is fitted, meaning: rated primary
            marrowby-f2 | B: {meaning: inputs and outputs, module: bio}, L | B: {meaning: inputs and outputs, module: bio}, C: {meaning: inputs and outputs in grey, module: bio}, L
            brudal-x8 | "1.1": {} | "rev A": {}
            brudal-x8 | "1.1": {} | "1.2.9": {}
            brudal-x8 | "S{1..4}" | "S{1..3}"
            brudal-x8 | low: duty-low, high: duty-high | low: duty-high, high: duty-low
            lysholt-p12 | °F, bar, l/s | °F, kPa, l/s
            """)
    void whatContradictsNothingIsNotTold(String type, String sound, String other) {
        String text = Catalogue.text(type);
        assertThat(text).contains(sound);
        List<Finding> found = new ArrayList<>();
        DeviceTypeReader.read(type + ".yaml", text.replace(sound, other), found::add);
        assertThat(found).isEmpty();
    }
}
