package org.urvant.project.type;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.UnknownNameException;

/** Types are made ready once, whoever asks for them. */
class DeviceTypesTest {
    private final Map<String, Integer> readings = new ConcurrentHashMap<>();
    private final DeviceTypes types = new DeviceTypes(Set.copyOf(Catalogue.names()), this::read);

    private DeviceType read(String name) {
        readings.merge(name, 1, Integer::sum);
        return Catalogue.type(name).orElseThrow();
    }

    @Test
    void nobodyPaysForTypesThatNobodyAsksFor() {
        assertThat(types.named("marrowby-f2").name()).isEqualTo("marrowby-f2");
        assertThat(types.find("marrowby-f2")).isPresent();
        assertThat(types.find("nosuch")).isEmpty();
        assertThatThrownBy(() -> types.named("marowby-f2"))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("marowby-f2");
        assertThat(readings).containsExactly(Map.entry("marrowby-f2", 1));
    }

    @Test
    void severalThreadsGetTheSameTypes() throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(8);
        CountDownLatch together = new CountDownLatch(8);
        List<Future<List<DeviceType>>> asked = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            asked.add(threads.submit(() -> {
                together.countDown();
                together.await();
                return types.all();
            }));
        }
        List<DeviceType> first = asked.get(0).get();
        for (Future<List<DeviceType>> each : asked) {
            assertThat(each.get())
                    .usingElementComparator((one, other) -> one == other ? 0 : 1)
                    .isEqualTo(first);
        }
        threads.shutdown();
        assertThat(readings.keySet()).isEqualTo(Set.copyOf(Catalogue.names()));
        assertThat(readings.values()).containsOnly(1);
    }
}
