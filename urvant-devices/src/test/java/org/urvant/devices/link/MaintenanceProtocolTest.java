package org.urvant.devices.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.Account;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.file.json.JsonTree;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.file.yaml.YamlNode;
import org.urvant.project.configuration.Configuration;

/** Talks to a stand-in as any program could that follows the OpenAPI file. */
class MaintenanceProtocolTest {
    private static final Configuration CONFIGURATION =
            Configuration.of("GW1", Map.of("hardware", Section.of(Map.of("type", Value.text("ravnsund-g3")))));

    @TempDir
    Path folder;

    private StandIn standIn;
    private HttpClient client;
    private String token = "";

    @BeforeEach
    void start() throws GeneralSecurityException {
        standIn = StandIn.start(
                folder.resolve("device"),
                new StandInProfile(
                        "ravnsund-g3", "2.1", "T-1", List.of(new Account("engineer", AccessRole.ENGINEER, "ravnsund"))),
                "127.0.0.1",
                0);
        SSLContext context = SSLContext.getInstance("TLSv1.3");
        context.init(
                null,
                new TrustManager[] {new PinnedCertificate(standIn.address(), new KnownDevices(folder.resolve("known")))
                },
                null);
        client = HttpClient.newBuilder().sslContext(context).build();
    }

    @AfterEach
    void stop() {
        standIn.close();
    }

    private HttpResponse<byte[]> send(String method, String resource, byte[] body, String... headers)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        URI.create("https://" + standIn.address() + MaintenanceLink.BASE + resource))
                .method(method, HttpRequest.BodyPublishers.ofByteArray(body));
        if (headers.length > 0) {
            request.headers(headers);
        }
        if (!token.isEmpty()) {
            request.header("Authorization", "Bearer " + token);
        }
        return client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    /** The stand-in's own certificate serves the stranger too. */
    private SSLContext certificate() throws Exception {
        KeyStore store = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(folder.resolve("device/certificate.p12"))) {
            store.load(in, "stand-in".toCharArray());
        }
        KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        keys.init(store, "stand-in".toCharArray());
        SSLContext context = SSLContext.getInstance("TLSv1.3");
        context.init(keys.getKeyManagers(), null, null);
        return context;
    }

    private void logOn() throws IOException, InterruptedException {
        byte[] body = "{\"user\":\"engineer\",\"password\":\"ravnsund\"}".getBytes(StandardCharsets.UTF_8);
        token = JsonTree.read("session", send("POST", "session", body).body())
                .text("token")
                .orElseThrow();
    }

    private int stage(byte[] block, String range, String blockDigest, String wholeDigest)
            throws IOException, InterruptedException {
        return send(
                        "PUT",
                        "staging",
                        block,
                        "Content-Range",
                        range,
                        "Content-Digest",
                        blockDigest,
                        "Repr-Digest",
                        wholeDigest)
                .statusCode();
    }

    @ParameterizedTest(name = "{0} {1} → {2}")
    @CsvSource({
        "GET, identity, 200", "GET, state, 200", "GET, configuration, 401", "GET, staging, 401", "PUT, staging, 401",
        "POST, activation, 401", "POST, restart, 401", "PUT, password, 401", "DELETE, session, 401", "GET, none, 401",
        "POST, session, 400"
    })
    void withoutASessionOnlyIdentityAndStateAnswer(String method, String resource, int status)
            throws IOException, InterruptedException {
        HttpResponse<byte[]> response = send(method, resource, new byte[0]);
        assertThat(response.statusCode()).isEqualTo(status);
        if (status >= 400) {
            Section problem = JsonTree.read("problem", response.body());
            assertThat(problem.text("detail"))
                    .hasValueSatisfying(detail -> assertThat(detail).isNotBlank());
            assertThat(problem.text("remedy"))
                    .hasValueSatisfying(remedy -> assertThat(remedy).isNotBlank());
            assertThat(problem.text("status")).contains(Integer.toString(status));
        }
    }

    /** The steps of one download with every wrong turn in them, and the status that RFC 9110 gives each. */
    @Test
    void aCertificateThatCannotBeKeptEndsTheFirstContact() throws IOException {
        Path noFolder = Files.writeString(folder.resolve("a file"), "");
        try (MaintenanceLink link =
                new MaintenanceLink(standIn.address(), new KnownDevices(noFolder.resolve("known-devices")))) {
            assertThatThrownBy(link::identify)
                    .isInstanceOf(UnreachableException.class)
                    .hasMessageContaining("first contact with " + standIn.address())
                    .hasMessageContaining("cannot be kept");
        }
    }

    @Test
    void aDownloadStepByStep() throws IOException, InterruptedException {
        logOn();
        byte[] content = CONFIGURATION.bytes();
        String whole = ContentDigest.of(content);
        int half = content.length / 2;
        byte[] first = Arrays.copyOf(content, half);
        byte[] second = Arrays.copyOfRange(content, half, content.length);
        String firstRange = "bytes 0-" + (half - 1) + "/" + content.length;
        String secondRange = "bytes " + half + "-" + (content.length - 1) + "/" + content.length;
        assertThat(send("GET", "configuration", new byte[0]).statusCode()).isEqualTo(404);
        assertThat(send("GET", "staging", new byte[0]).statusCode()).isEqualTo(404);
        assertThat(stage(first, "bytes=0-1", ContentDigest.of(first), whole)).isEqualTo(400);
        assertThat(stage(first, secondRange, ContentDigest.of(first), whole))
                .as("range too long or short")
                .isIn(400, 409);
        assertThat(stage(second, secondRange, ContentDigest.of(second), whole))
                .as("no first block")
                .isEqualTo(409);
        assertThat(stage(first, firstRange, ContentDigest.of(second), whole))
                .as("wrong digest")
                .isEqualTo(400);
        assertThat(stage(first, firstRange, ContentDigest.of(first), whole)).isEqualTo(200);
        Section staged =
                JsonTree.read("staging", send("GET", "staging", new byte[0]).body());
        assertThat(staged.text("received")).contains(Integer.toString(half));
        assertThat(staged.text("digest")).contains(whole);
        assertThat(activate(CONFIGURATION.fingerprint(), "If-None-Match", "*"))
                .as("half staged")
                .isEqualTo(409);
        assertThat(stage(first, firstRange, ContentDigest.of(first), whole))
                .as("begins anew")
                .isEqualTo(200);
        assertThat(stage(second, secondRange, ContentDigest.of(second), ContentDigest.of(first)))
                .as("of another whole")
                .isEqualTo(409);
        assertThat(stage(second, secondRange, ContentDigest.of(second), whole)).isEqualTo(200);
        assertThat(activate(CONFIGURATION.fingerprint()))
                .as("does not say what it replaces")
                .isEqualTo(428);
        String other = ContentDigest.tag(Fingerprint.of(new byte[1]));
        assertThat(activate(CONFIGURATION.fingerprint(), "If-Match", other))
                .as("replaces another")
                .isEqualTo(412);
        assertThat(activate(Fingerprint.of(new byte[1]), "If-None-Match", "*"))
                .as("not what is staged")
                .isEqualTo(409);
        assertThat(activate(CONFIGURATION.fingerprint(), "If-None-Match", "*")).isEqualTo(200);
        HttpResponse<byte[]> read = send("GET", "configuration", new byte[0]);
        assertThat(read.body()).isEqualTo(content);
        assertThat(read.headers().firstValue("ETag")).contains(ContentDigest.tag(CONFIGURATION.fingerprint()));
        assertThat(ContentDigest.matches(
                        read.headers().firstValue("Content-Digest").orElse(null), read.body()))
                .isTrue();
        assertThat(activate(CONFIGURATION.fingerprint(), "If-None-Match", "*"))
                .as("now it has one")
                .isEqualTo(412);
        assertThat(send("DELETE", "session", new byte[0]).statusCode()).isEqualTo(204);
        assertThat(send("GET", "configuration", new byte[0]).statusCode()).isEqualTo(401);
    }

    private int activate(Fingerprint fingerprint, String... headers) throws IOException, InterruptedException {
        byte[] body = ("{\"fingerprint\":\"" + fingerprint.hex() + "\"}").getBytes(StandardCharsets.UTF_8);
        return send("POST", "activation", body, headers).statusCode();
    }

    @Test
    void whatIsStagedMustBeAConfigurationForThisType() throws IOException, InterruptedException {
        logOn();
        for (String text : List.of("{}", "no JSON", "{\"format\":\"urvant-configuration/1\",\"parts\":{}}")) {
            byte[] content = text.getBytes(StandardCharsets.UTF_8);
            String digest = ContentDigest.of(content);
            assertThat(stage(content, "bytes 0-" + (content.length - 1) + "/" + content.length, digest, digest))
                    .isEqualTo(200);
            assertThat(activate(Fingerprint.of(content), "If-None-Match", "*"))
                    .as(text)
                    .isEqualTo(409);
        }
        assertThat(JsonTree.read(
                                "identity", send("GET", "identity", new byte[0]).body())
                        .text("fingerprint"))
                .isEmpty();
    }

    @Test
    void hostileBodiesAreRefusedAndTheDeviceGoesOn() throws IOException, InterruptedException {
        byte[] large = new byte[300 * 1024];
        assertThat(send("POST", "session", large).statusCode()).isEqualTo(413);
        String deep = "{\"a\":".repeat(1000);
        assertThat(send("POST", "session", deep.getBytes(StandardCharsets.UTF_8))
                        .statusCode())
                .isEqualTo(400);
        assertThat(send("POST", "session", new byte[] {(byte) 0xFF, 0}).statusCode())
                .isEqualTo(400);
        assertThat(send("GET", "identity", new byte[0]).statusCode()).isEqualTo(200);
    }

    /** What answers may be anything: a device of somebody else, a web page. Nothing of it may surprise. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            200 | {"type":"x","serial":"1","fingerprint":"zz"} | 'zz' stands in an answer
            200 | <html>hello</html>                           | not JSON
            200 | []                                           | no JSON object
            500 | oops                                         | answer 500 without a reason
            404 | {"detail":"gone"}                            | gone
            """)
    void strangeAnswersAreRefusedInTheSameFamily(int status, String body, String found) throws Exception {
        HttpsServer stranger = HttpsServer.create(new InetSocketAddress("127.0.0.1", 0), 4);
        stranger.setHttpsConfigurator(new HttpsConfigurator(certificate()));
        stranger.createContext("/", exchange -> {
            byte[] content = body.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, content.length);
            exchange.getResponseBody().write(content);
            exchange.close();
        });
        stranger.start();
        String address = "127.0.0.1:" + stranger.getAddress().getPort();
        try (MaintenanceLink link = new MaintenanceLink(address, new KnownDevices(folder.resolve("strangers")))) {
            assertThatThrownBy(link::identify).isInstanceOfSatisfying(UrvantException.class, failure -> {
                assertThat(failure.placedMessage()).contains(address).contains(found);
                assertThat(failure.remedy()).isNotBlank();
            });
        } finally {
            stranger.stop(0);
        }
    }

    /** Every path and method of the OpenAPI file is known to the device: none of them is answered as unknown. */
    @Test
    void theDescriptionIsTrue() throws IOException, InterruptedException {
        String text;
        try (InputStream in = MaintenanceLink.class.getResourceAsStream("maintenance-link.openapi.yaml")) {
            text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        YamlNode.Fields paths = (YamlNode.Fields)
                YamlDocument.parse("openapi", text).root().entries().get("paths");
        assertThat(paths.entries()).hasSizeGreaterThan(6);
        logOn();
        for (var path : paths.entries().entrySet()) {
            for (String method : ((YamlNode.Fields) path.getValue()).entries().keySet()) {
                String resource = path.getKey().substring(1);
                if (!resource.equals("restart") && !(resource.equals("session") && method.equals("delete"))) {
                    HttpResponse<byte[]> answer = send(method.toUpperCase(Locale.ROOT), resource, new byte[0]);
                    assertThat(new String(answer.body(), StandardCharsets.UTF_8))
                            .as("%s %s", method, resource)
                            .doesNotContain("there is no " + method.toUpperCase(Locale.ROOT));
                }
            }
        }
    }

    @ParameterizedTest(name = "{0} is answered with {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            {"utc":"2026-03-02T12:00:00Z"} | 204
            {"utc":"noon"}                 | 400
            {}                             | 400
            [1]                            | 400
            """)
    void theClockIsReadByAnyoneAndSetByOneWhoMay(String body, int status) throws IOException, InterruptedException {
        byte[] content = body.getBytes(StandardCharsets.UTF_8);
        assertThat(send("GET", "clock", new byte[0]).statusCode()).isEqualTo(200);
        assertThat(send("PUT", "clock", content).statusCode()).isEqualTo(401);
        logOn();
        assertThat(send("PUT", "clock", content).statusCode()).isEqualTo(status);
        String shown = JsonTree.read("clock", send("GET", "clock", new byte[0]).body())
                .text("utc")
                .orElseThrow();
        if (status == 204) {
            assertThat(Duration.between(Instant.parse("2026-03-02T12:00:00Z"), Instant.parse(shown)))
                    .isBetween(Duration.ZERO, Duration.ofSeconds(20));
        } else {
            assertThat(Duration.between(Instant.parse(shown), Instant.now()))
                    .as("a new device's clock is wrong until somebody sets it")
                    .isBetween(Duration.ofSeconds(80), Duration.ofSeconds(120));
        }
    }

    @Test
    void aDeviceSaysWhichModulesItHasAndALinkReadsThem() {
        TreeMap<String, String> modules = new TreeMap<>(Map.of("X1", "vt4", "X2", "bio"));
        StandInProfile profile = new StandInProfile("marrowby-f2", "4.3", "T-3", "A", "", List.of(), modules);
        try (StandIn relay = StandIn.start(folder.resolve("relay"), profile, "127.0.0.1", 0);
                MaintenanceLink link =
                        new MaintenanceLink(relay.address(), new KnownDevices(folder.resolve("known2")))) {
            assertThat(link.identify().modules()).contains(modules);
            assertThat(link.clock()).isBefore(Instant.now());
            assertThatThrownBy(() -> link.setClock(Instant.now())).hasMessageContaining("nobody is logged on");
        }
    }

    @Test
    void knownDevicesAreLinesThatAPersonCanRead() throws IOException {
        KnownDevices known = new KnownDevices(folder.resolve("sub/known"));
        Fingerprint print = Fingerprint.of(new byte[0]);
        assertThat(known.certificate("192.0.2.1:8443")).isEmpty();
        known.remember("192.0.2.2:8443", print);
        known.remember("192.0.2.1:8443", print);
        assertThat(Files.readAllLines(known.file()))
                .containsExactly("192.0.2.1:8443 sha-256:" + print.hex(), "192.0.2.2:8443 sha-256:" + print.hex());
        assertThat(known.forget("192.0.2.1:8443")).isTrue();
        assertThat(known.forget("192.0.2.1:8443")).isFalse();
        assertThat(known.certificate("192.0.2.2:8443")).contains(print);
        assertThat(known.remember("192.0.2.2:8443", Fingerprint.of(new byte[1])))
                .isEqualTo(print);
        for (String damaged :
                List.of("192.0.2.2:8443 sha-256:00", "192.0.2.2:8443", "192.0.2.2:8443 sha-256:" + print.hex())) {
            Files.writeString(known.file(), "192.0.2.2:8443 sha-256:" + print.hex() + "\n" + damaged + "\n");
            assertThatThrownBy(() -> known.certificate("192.0.2.1:8443"))
                    .isInstanceOfSatisfying(
                            MalformedInputException.class,
                            mistake -> assertThat(mistake.placedMessage()).contains("known:2: '" + damaged));
        }
    }

    @Test
    void devicesThatAreMetAtTheSameTimeAreAllKept() {
        Fingerprint print = Fingerprint.of(new byte[0]);
        CompletableFuture<?>[] meetings = IntStream.range(0, 50)
                .mapToObj(i -> CompletableFuture.runAsync(
                        () -> new KnownDevices(folder.resolve("met")).remember("192.0.2." + i + ":8443", print)))
                .toArray(CompletableFuture[]::new);
        CompletableFuture.allOf(meetings).join();
        KnownDevices known = new KnownDevices(folder.resolve("met"));
        assertThat(IntStream.range(0, 50))
                .allMatch(i -> known.certificate("192.0.2." + i + ":8443").isPresent());
    }

    /** The digest is the example of RFC 9530, appendix D: the content {"hello": "world"} and a line feed. */
    @Test
    void digestsAreThoseOfTheRfc() {
        byte[] content = "{\"hello\": \"world\"}\n".getBytes(StandardCharsets.US_ASCII);
        String field = "sha-256=:RK/0qy18MlBSVnWgjwz6lZEWjP/lF5HF9bvEF8FabDg=:";
        assertThat(ContentDigest.of(content)).isEqualTo(field);
        assertThat(ContentDigest.matches(field, content)).isTrue();
        assertThat(ContentDigest.matches(field, new byte[0])).isFalse();
        assertThat(ContentDigest.matches(null, content)).isFalse();
        assertThat(ContentDigest.matches("sha-512=:x:", content)).isFalse();
        assertThat(ContentDigest.fingerprint("W/\"x\"")).isEmpty();
    }

    @Test
    void aPortThatIsTakenIsSaid() {
        int port = Integer.parseInt(standIn.address().split(":")[1]);
        StandInProfile profile = new StandInProfile("ravnsund-g3", "2.1", "T-2", List.of());
        assertThatThrownBy(() -> StandIn.start(folder.resolve("second"), profile, "127.0.0.1", port))
                .hasMessageContaining("cannot listen on 127.0.0.1:" + port);
    }
}
