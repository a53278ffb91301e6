package org.urvant.core.point;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.point.AddressGroup.Block;

/** What a plan says is what its text says, address by address. */
class AddressPlanTest {
    private static final Block WHOLE = new Block(1, 65_535);

    /** Counted one by one: every step from the first address on, but for what is kept free. */
    private static List<Integer> counted(int first, int last, int step, List<Integer> free) {
        List<Integer> all = new ArrayList<>();
        for (int address = first; address <= last; address += step) {
            if (!free.contains(address)) {
                all.add(address);
            }
        }
        return all;
    }

    @Property(tries = 500)
    void aPlanHasTheAddressesThatItsTextSays(
            @ForAll @IntRange(min = 1, max = 300) int first,
            @ForAll @IntRange(min = 0, max = 200) int more,
            @ForAll @IntRange(min = 1, max = 20) int step,
            @ForAll @Size(max = 4) List<@IntRange(max = 200) Integer> kept) {
        int last = first + more;
        List<Integer> free =
                kept.stream().map(each -> first + each % (more + 1)).distinct().toList();
        String text = first + " - " + last + " step " + step
                + (free.isEmpty()
                        ? ""
                        : " except "
                                + String.join(
                                        ", ", free.stream().map(String::valueOf).toList()));
        AddressPlan plan = AddressPlan.read(text, WHOLE);
        assertThat(IntStream.rangeClosed(0, 600).filter(plan::contains).boxed())
                .isEqualTo(counted(first, last, step, free));
        assertThat(AddressPlan.read(plan.text(), WHOLE)).isEqualTo(plan);
    }

    /** Parts begin at the first address and are all of one size, but for the last. */
    @Property(tries = 200)
    void partsFollowEachOther(
            @ForAll @IntRange(min = 1, max = 100) int first, @ForAll @IntRange(min = 1, max = 50) int each) {
        AddressPlan plan = AddressPlan.read(first + "-" + (first + 5 * each - 1) + " each " + each, WHOLE);
        for (int part = 0; part < 5; part++) {
            assertThat(plan.part(first + part * each)).isEqualTo(part);
            assertThat(plan.part(first + (part + 1) * each - 1)).isEqualTo(part);
        }
    }

    /** Columns: a text, and what the refusal says. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            textBlock =
                    """
            4001             ; is no block
            4999-4001        ; FIRST-LAST
            0-100            ; a block is FIRST-LAST within 1 to 65535
            1-65536          ; a block is FIRST-LAST within 1 to 65535
            1-10 except 11   ; what it leaves out within itself
            1-10 except 5-   ; is no block
            1-10 step 0      ; a step is at least 1
            1-10 each 11     ; does not fit in 1-10
            ١-٩              ; is no block
            """)
    void whatIsNoPlanIsRefused(String text, String message) {
        assertThatThrownBy(() -> AddressPlan.read(text, WHOLE))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(message);
    }
}
