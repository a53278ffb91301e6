package org.urvant.devices.link;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;

/** Takes the body of an answer up to a length, and knows when something of it came last. */
final class BoundedBody implements HttpResponse.BodySubscriber<byte[]> {
    private final int most;
    private final CompletableFuture<byte[]> whole = new CompletableFuture<>();
    private final ByteArrayOutputStream received = new ByteArrayOutputStream();
    private volatile Flow.Subscription subscription;
    private volatile long lastNanos = System.nanoTime();

    BoundedBody(int most) {
        this.most = most;
    }

    /** Returns when something came last, by {@link System#nanoTime}. */
    long lastNanos() {
        return lastNanos;
    }

    @Override
    public CompletionStage<byte[]> getBody() {
        return whole;
    }

    @Override
    public void onSubscribe(Flow.Subscription begun) {
        subscription = begun;
        begun.request(1);
    }

    @Override
    public void onNext(List<ByteBuffer> parts) {
        lastNanos = System.nanoTime();
        for (ByteBuffer part : parts) {
            if (part.remaining() > most - received.size()) {
                subscription.cancel();
                whole.completeExceptionally(new IOException("the answer is longer than " + most + " bytes"));
                return;
            }
            byte[] octets = new byte[part.remaining()];
            part.get(octets);
            received.write(octets, 0, octets.length);
        }
        subscription.request(1);
    }

    @Override
    public void onError(Throwable cause) {
        whole.completeExceptionally(cause);
    }

    @Override
    public void onComplete() {
        whole.complete(received.toByteArray());
    }
}
