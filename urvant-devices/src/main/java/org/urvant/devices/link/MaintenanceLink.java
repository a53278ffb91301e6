package org.urvant.devices.link;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.security.GeneralSecurityException;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Function;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.TrustManager;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.json.JsonTree;
import org.urvant.project.configuration.Configuration;

/**
 * Urvant's own maintenance link: HTTPS and JSON, as {@code maintenance-link.openapi.yaml} describes. Entity tags carry
 * fingerprints, Content-Digest guards each block, Content-Range lets a broken transfer go on where it stopped.
 */
public final class MaintenanceLink implements DeviceLink {
    /** The path below which all resources of the link lie. */
    public static final String BASE = "/maintenance/v1/";

    /** Bytes in one block of a transfer. */
    public static final int BLOCK_BYTES = 4 * 1024;

    private static final int MOST_BYTES = 64 * 1024 * 1024;
    private static final int TRIES_PER_BLOCK = 3;
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    /** A device that is busy, behind a slow line, or just started makes its keys and agrees on them in some seconds. */
    private static final Duration TO_CONNECT = Duration.ofSeconds(10);

    private static final Duration LONGEST = Duration.ofMinutes(15);
    private static final Duration LOOK = Duration.ofSeconds(1);

    private final String address;
    private final int blockBytes;
    private final PinnedCertificate pin;
    private final HttpClient client;
    private String token = "";

    /**
     * Prepares a link; nothing is sent yet.
     *
     * @param address IPv4 address and port, such as {@code 192.0.2.20:8443}
     * @param known the user's known devices
     */
    public MaintenanceLink(String address, KnownDevices known) {
        this(address, known, BLOCK_BYTES);
    }

    /** Prepares a link that sends blocks of another length: shorter ones for lines that break often. */
    public MaintenanceLink(String address, KnownDevices known, int blockBytes) {
        this.address = address;
        this.blockBytes = blockBytes;
        this.pin = new PinnedCertificate(address, known);
        try {
            SSLContext context = SSLContext.getInstance("TLSv1.3");
            context.init(null, new TrustManager[] {pin}, null);
            this.client = HttpClient.newBuilder()
                    .version(HttpClient.Version.HTTP_1_1)
                    .connectTimeout(TO_CONNECT)
                    .sslContext(context)
                    .sslParameters(onlyNewest())
                    .build();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java 17 platform has TLS 1.3", e);
        }
    }

    /** Devices of this link are made with it, so nothing older needs to be understood. */
    private static SSLParameters onlyNewest() {
        SSLParameters parameters = new SSLParameters();
        parameters.setProtocols(new String[] {"TLSv1.3"});
        return parameters;
    }

    @Override
    public String address() {
        return address;
    }

    /** Returns whether the device's certificate was met for the first time on this link. */
    public boolean isFirstContact() {
        return pin.isFirstContact();
    }

    /** Returns the fingerprint of the certificate that the device showed; empty before anything was asked. */
    public Optional<Fingerprint> certificate() {
        return pin.shown();
    }

    @Override
    public Identity identify() {
        Section identity = json(ask(request("identity").GET()));
        return new Identity(
                identity.text("device").orElse(""),
                identity.text("type").orElse("unknown"),
                identity.text("firmware").orElse("unknown"),
                identity.text("serial").orElse("unknown"),
                identity.text("hardware").orElse(""),
                identity.text("mac").orElse(""),
                modules(identity),
                identity.text("fingerprint").map(hex -> understood(hex, Fingerprint::new)));
    }

    private static Optional<SortedMap<String, String>> modules(Section identity) {
        if (identity.node("modules").isEmpty()) {
            return Optional.empty();
        }
        SortedMap<String, String> modules = new TreeMap<>();
        Section found = identity.section("modules");
        found.nodes()
                .keySet()
                .forEach(slot -> modules.put(slot, found.text(slot).orElse("")));
        return Optional.of(modules);
    }

    @Override
    public Instant clock() {
        return json(ask(request("clock").GET()))
                .text("utc")
                .map(time -> understood(time, Instant::parse))
                .orElse(Instant.EPOCH);
    }

    @Override
    public void setClock(Instant now) {
        byte[] body = CanonicalJson.bytes(Section.of(Map.of("utc", Value.text(now.toString()))));
        ask(request("clock").PUT(HttpRequest.BodyPublishers.ofByteArray(body)));
    }

    @Override
    public void logOn(String user, char[] password) {
        byte[] body = CanonicalJson.bytes(
                Section.of(Map.of("user", Value.text(user), "password", Value.text(new String(password)))));
        try {
            Section session = json(ask(request("session").POST(HttpRequest.BodyPublishers.ofByteArray(body))));
            token = session.text("token").orElse("");
        } finally {
            Arrays.fill(body, (byte) 0);
        }
    }

    @Override
    public void changePassword(char[] old, char[] password) {
        byte[] body = CanonicalJson.bytes(
                Section.of(Map.of("old", Value.text(new String(old)), "password", Value.text(new String(password)))));
        try {
            ask(request("password").PUT(HttpRequest.BodyPublishers.ofByteArray(body)));
        } finally {
            Arrays.fill(body, (byte) 0);
        }
    }

    @Override
    public List<String> factoryAccounts() {
        Section accounts = json(ask(request("accounts").GET()));
        return accounts.nodes().keySet().stream()
                .filter(user -> accounts.text(user).orElse("").equals("factory"))
                .toList();
    }

    @Override
    public Optional<Configuration> read() {
        HttpResponse<byte[]> response = send(request("configuration").GET());
        if (response.statusCode() == 404) {
            return Optional.empty();
        }
        byte[] content = accepted(response).body();
        if (content.length > MOST_BYTES
                || !ContentDigest.matches(
                        response.headers().firstValue("Content-Digest").orElse(null), content)) {
            throw new UnreachableException(
                    "what " + address + " sent does not have the digest that it gave",
                    "Try again; if it stays so, check the line.",
                    null);
        }
        try {
            return Optional.of(Configuration.of(JsonTree.read("device " + address, content)));
        } catch (IllegalArgumentException e) {
            throw new MalformedInputException(
                    null, "device " + address + ": " + e.getMessage(), "Use the version of Urvant that wrote it.", e);
        }
    }

    @Override
    public void stage(Configuration configuration, BlockWatch progress) {
        byte[] content = configuration.bytes();
        String whole = ContentDigest.of(content);
        int done = staged(whole, content.length);
        progress.confirmed(done, content.length);
        while (done < content.length) {
            int end = Math.min(content.length, done + blockBytes);
            byte[] block = Arrays.copyOfRange(content, done, end);
            put(block, whole, "bytes " + done + "-" + (end - 1) + "/" + content.length);
            done = end;
            progress.confirmed(done, content.length);
        }
    }

    /** Asks how many bytes of the same content the device already holds from an earlier attempt. */
    private int staged(String whole, int length) {
        HttpResponse<byte[]> response = send(request("staging").GET());
        if (response.statusCode() == 404) {
            return 0;
        }
        Section staged = json(accepted(response));
        int received = understood(staged.text("received").orElse("0"), Integer::parseInt);
        return staged.text("digest").orElse("").equals(whole) && received >= 0 && received <= length ? received : 0;
    }

    private void put(byte[] block, String whole, String range) {
        for (int attempt = 1; ; attempt++) {
            HttpResponse<byte[]> response = send(request("staging")
                    .header("Content-Range", range)
                    .header("Content-Digest", ContentDigest.of(block))
                    .header("Repr-Digest", whole)
                    .PUT(HttpRequest.BodyPublishers.ofByteArray(block)));
            if (response.statusCode() != 400 || attempt == TRIES_PER_BLOCK) {
                accepted(response);
                return;
            }
        }
    }

    @Override
    public void activate(Fingerprint staged, Optional<Fingerprint> replaces) {
        HttpRequest.Builder request = request("activation")
                .POST(HttpRequest.BodyPublishers.ofByteArray(
                        CanonicalJson.bytes(Section.of(Map.of("fingerprint", Value.text(staged.hex()))))));
        ask(
                replaces.isEmpty()
                        ? request.header("If-None-Match", "*")
                        : request.header("If-Match", ContentDigest.tag(replaces.get())));
    }

    @Override
    public void restart() {
        ask(request("restart").POST(HttpRequest.BodyPublishers.noBody()));
        token = ""; // sessions end with the restart
    }

    @Override
    public Health condition() {
        Section state = json(ask(request("state").GET()));
        return new Health(
                state.text("condition").orElse("").equals("running"),
                state.text("since")
                        .map(time -> understood(time, Instant::parse))
                        .orElse(Instant.EPOCH));
    }

    @Override
    public void close() {
        if (!token.isEmpty()) {
            try {
                send(request("session").DELETE());
            } catch (UnreachableException e) {
                token = ""; // the session ends by itself when the line is gone
            }
        }
    }

    private HttpRequest.Builder request(String resource) {
        HttpRequest.Builder builder = HttpRequest.newBuilder(URI.create("https://" + address + BASE + resource))
                .timeout(PATIENCE);
        return token.isEmpty() ? builder : builder.header("Authorization", "Bearer " + token);
    }

    private HttpResponse<byte[]> ask(HttpRequest.Builder request) {
        return accepted(send(request));
    }

    /** Waits for the whole answer: not longer than a while without anything of it, and not for ever. */
    private HttpResponse<byte[]> received(HttpRequest request) throws IOException, InterruptedException {
        BoundedBody body = new BoundedBody(MOST_BYTES);
        AtomicBoolean hasBegun = new AtomicBoolean();
        CompletableFuture<HttpResponse<byte[]>> answer = client.sendAsync(request, headers -> {
            hasBegun.set(true);
            return body;
        });
        long begin = System.nanoTime();
        while (true) {
            try {
                return answer.get(LOOK.toMillis(), TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                long now = System.nanoTime();
                boolean isStalled = hasBegun.get() && now - body.lastNanos() > PATIENCE.toNanos();
                if (isStalled || now - begin > LONGEST.toNanos()) {
                    answer.cancel(true);
                    throw new HttpTimeoutException(
                            isStalled ? "the answer stopped in its middle" : "the answer did not end");
                }
            } catch (ExecutionException e) {
                if (e.getCause() instanceof IOException cause) {
                    throw cause;
                }
                throw new IOException(e.getCause());
            }
        }
    }

    private HttpResponse<byte[]> send(HttpRequest.Builder request) {
        try {
            return received(request.build());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new UnreachableException("interrupted while waiting for " + address, "Run it again.", e);
        } catch (ConnectException | HttpConnectTimeoutException e) {
            throw new UnreachableException(
                    "no device answers at " + address,
                    "Check its address, and that the device is on; a stand-in must be started.",
                    e,
                    Step.of(Action.SHOW, "DEVICE"),
                    Step.of(Action.START_STAND_IN));
        } catch (HttpTimeoutException e) {
            throw new UnreachableException(
                    "the device at " + address + " gave no answer within " + PATIENCE.toSeconds() + " s",
                    "Try again; the device keeps what it confirmed, and a download goes on from there.",
                    e);
        } catch (IOException e) {
            if (pin.failure().isPresent()) {
                UrvantException failure = pin.failure().get();
                throw new UnreachableException(
                        "first contact with " + address + ", and its certificate cannot be kept: "
                                + failure.getMessage(),
                        failure.remedy(),
                        failure);
            }
            if (pin.changed().isPresent()) {
                throw new RefusedException(
                        "the device at " + address + " shows another certificate than at first contact: "
                                + pin.changed().get().brief() + "… instead of "
                                + pin.expected().brief() + "…",
                        "If it was not replaced or reset on purpose, do not go on: something else answers at that address."
                                + " If it was, forget the old certificate.",
                        Step.of(Action.FORGET, address));
            }
            throw new UnreachableException(
                    "the line to " + address + " was lost",
                    "Run it again; the device keeps what it confirmed, and a download goes on from there.",
                    e);
        }
    }

    private HttpResponse<byte[]> accepted(HttpResponse<byte[]> response) {
        if (response.statusCode() < 300) {
            return response;
        }
        String detail;
        String remedy;
        try {
            Section problem = JsonTree.read("device " + address, response.body());
            detail = problem.text("detail").orElse("no reason given");
            remedy = problem.text("remedy").orElse("Look at the device's state.");
        } catch (MalformedInputException e) {
            detail = "answer " + response.statusCode() + " without a reason";
            remedy = "Check that the address is that of a device with Urvant's maintenance link.";
        }
        throw new RefusedException("device at " + address + ": " + detail, remedy);
    }

    /** A device may answer in sound JSON with fields that mean nothing. */
    private <T> T understood(String text, Function<String, T> reading) {
        try {
            return reading.apply(text);
        } catch (IllegalArgumentException | DateTimeException e) {
            throw new MalformedInputException(
                    Position.in("device " + address),
                    "'" + text + "' stands in an answer, where the link's description wants something else",
                    "Check that the address is that of a device with Urvant's maintenance link.",
                    e);
        }
    }

    private Section json(HttpResponse<byte[]> response) {
        return JsonTree.read("device " + address, response.body());
    }
}
