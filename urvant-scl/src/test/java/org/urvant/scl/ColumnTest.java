package org.urvant.scl;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.IntBuffer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** A column says the same of numbers in the heap and of those where they are kept, however many are asked for. */
class ColumnTest {
    @Property(tries = 200)
    void keptNumbersAreThoseOfTheHeap(@ForAll @Size(max = 60) int[] numbers, @ForAll @Size(max = 90) int[] asked) {
        IntColumn heap = new IntColumn(numbers);
        IntColumn kept = new IntColumn(IntBuffer.wrap(numbers.clone()).asReadOnlyBuffer());
        assertThat(kept.size()).isEqualTo(heap.size());
        for (int index : asked) {
            if (numbers.length == 0 || index < 0 || index >= numbers.length) {
                assertThatThrownBy(() -> kept.get(index)).isInstanceOf(IndexOutOfBoundsException.class);
                assertThatThrownBy(() -> heap.get(index)).isInstanceOf(IndexOutOfBoundsException.class);
            } else {
                assertThat(kept.get(index)).isEqualTo(heap.get(index));
            }
        }
        assertThat(IntStream.range(0, numbers.length).map(kept::get)).containsExactly(box(numbers));
        assertThat(kept.all()).isEqualTo(numbers);
    }

    private static Integer[] box(int[] numbers) {
        return IntStream.of(numbers).boxed().toArray(Integer[]::new);
    }

    @Property(tries = 100)
    void keptCharactersAreThoseOfTheHeap(@ForAll @Size(max = 40) char[] numbers) {
        CharColumn kept = new CharColumn(CharBuffer.wrap(numbers.clone()).asReadOnlyBuffer());
        for (int round = 0; round < 2; round++) {
            for (int i = 0; i < numbers.length; i++) {
                assertThat(kept.get(i)).isEqualTo(numbers[i]);
            }
        }
        assertThat(kept.all()).isEqualTo(numbers);
    }

    /** A number is found where it stands first, in the heap and where it is kept, and nowhere outside of what is asked about. */
    @Property(tries = 200)
    void aNumberIsFoundWhereItStandsFirst(
            @ForAll @Size(max = 20) List<@IntRange(max = 4) Integer> numbers,
            @ForAll @IntRange(max = 20) int from,
            @ForAll @IntRange(max = 20) int to,
            @ForAll @IntRange(max = 5) int wanted) {
        char[] column = new char[numbers.size()];
        for (int i = 0; i < column.length; i++) {
            column[i] = (char) (int) numbers.get(i);
        }
        int end = Math.min(to, column.length);
        int expected = IntStream.range(from, Math.max(from, end))
                .filter(i -> column[i] == wanted)
                .findFirst()
                .orElse(-1);
        CharColumn kept = new CharColumn(CharBuffer.wrap(column.clone()).asReadOnlyBuffer());
        for (int round = 0; round < 3; round++) { // it comes into the heap on the way
            assertThat(kept.find(from, end, wanted)).isEqualTo(expected);
        }
        assertThat(new CharColumn(column).find(from, end, wanted)).isEqualTo(expected);
    }

    /** Texts of any letters are cut where they were put together, before and after the octets came into the heap. */
    @Property(tries = 100)
    void textsAreThoseThatWerePutTogether(@ForAll @Size(max = 20) List<String> texts) {
        StringPool pool = new StringPool();
        List<String> whole = texts.stream() // half of a character has no octets of its own
                .map(text -> new String(text.getBytes(StandardCharsets.UTF_8), StandardCharsets.UTF_8))
                .toList();
        whole.forEach(pool::add);
        int[] ends = new int[pool.size()];
        byte[] letters = pool.letters(ends);
        ByteColumn kept = new ByteColumn(ByteBuffer.wrap(letters).asReadOnlyBuffer());
        for (int round = 0; round < 2; round++) {
            StringPool again = new StringPool(kept, new IntColumn(IntBuffer.wrap(ends)));
            assertThat(IntStream.range(0, again.size()).mapToObj(again::get))
                    .containsExactlyElementsOf(whole.stream().distinct().toList());
            IntStream.range(0, letters.length).forEach(kept::get);
        }
    }

    /** While one thread brings it into the heap, others see every number as it is. */
    @Test
    void threadsSeeOneColumn() throws ExecutionException, InterruptedException {
        int[] numbers = IntStream.range(1, 200_000).toArray();
        IntColumn kept = new IntColumn(IntBuffer.wrap(numbers.clone()));
        ExecutorService others = Executors.newFixedThreadPool(4);
        try {
            List<Future<Long>> sums = IntStream.range(0, 4)
                    .mapToObj(thread -> others.submit(() -> IntStream.range(0, numbers.length)
                            .mapToLong(kept::get)
                            .sum()))
                    .toList();
            for (Future<Long> sum : sums) {
                assertThat(sum.get())
                        .isEqualTo(IntStream.of(numbers).asLongStream().sum());
            }
        } finally {
            others.shutdown();
        }
    }
}
