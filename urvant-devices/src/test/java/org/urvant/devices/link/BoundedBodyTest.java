package org.urvant.devices.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.Flow;
import org.junit.jupiter.api.Test;

/** An answer that never ends is given up, and what came is handed over whole. */
class BoundedBodyTest {
    private final Flow.Subscription line = mock(Flow.Subscription.class);
    private final BoundedBody body = new BoundedBody(10);

    private void receive(int... lengths) {
        body.onSubscribe(line);
        for (int length : lengths) {
            body.onNext(List.of(ByteBuffer.wrap(new byte[length])));
        }
    }

    @Test
    void anAnswerIsTakenUpToItsLength() {
        long before = body.lastNanos();
        receive(4, 6);
        body.onComplete();
        assertThat(body.getBody().toCompletableFuture().join()).hasSize(10);
        assertThat(body.lastNanos()).isGreaterThanOrEqualTo(before);
        verify(line, times(3)).request(1);
    }

    @Test
    void anAnswerThatIsTooLongEndsTheLine() {
        receive(4, 7);
        verify(line).cancel();
        assertThatThrownBy(() -> body.getBody().toCompletableFuture().join())
                .hasCauseInstanceOf(IOException.class)
                .hasMessageContaining("longer than 10 bytes");
    }
}
