package org.urvant.core.progress;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CoresTest {
    private static List<Integer> numbers(int count) {
        return IntStream.range(0, count).boxed().toList();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 15, 16, 17, 10_000})
    void whatIsMadeStandsInTheOrderOfTheThings(int count) {
        AtomicInteger calls = new AtomicInteger();
        List<String> made = Cores.map(numbers(count), number -> number + " " + (calls.incrementAndGet() > 0));
        assertThat(made).hasSize(count);
        assertThat(calls).hasValue(count);
        for (int i = 0; i < count; i++) {
            assertThat(made.get(i)).isEqualTo(i + " true");
        }
    }

    /** Which one fails first by the clock is chance; what people are told is not. */
    @ParameterizedTest
    @ValueSource(ints = {10, 1_000})
    void ofSeveralFailuresTheFirstIsTold(int count) {
        for (int round = 0; round < 20; round++) {
            assertThatThrownBy(() -> Cores.map(numbers(count), number -> {
                        if (number >= 7) {
                            throw new IllegalStateException("no " + number);
                        }
                        return number;
                    }))
                    .isExactlyInstanceOf(IllegalStateException.class)
                    .hasMessage("no 7");
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 15})
    void fewThingsStayWithTheCaller(int count) {
        Set<Thread> threads = ConcurrentHashMap.newKeySet();
        Cores.map(numbers(count), number -> threads.add(Thread.currentThread()));
        assertThat(threads).containsExactly(Thread.currentThread());
    }
}
