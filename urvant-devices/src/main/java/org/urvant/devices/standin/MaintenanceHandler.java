package org.urvant.devices.standin;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import java.io.EOFException;
import java.io.IOException;
import java.security.SecureRandom;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.devices.link.ContentDigest;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.DeviceState.Refusal;
import org.urvant.file.json.JsonTree;
import org.urvant.project.configuration.Configuration;

/** The device's end of the maintenance link: turns requests into calls on the device's state, and answers. */
final class MaintenanceHandler implements HttpHandler {
    private static final Logger LOG = LoggerFactory.getLogger(MaintenanceHandler.class);
    private static final Pattern RANGE = Pattern.compile("bytes (\\d{1,9})-(\\d{1,9})/(\\d{1,9})");
    private static final Set<String> CHANGES = Set.of("PUT staging", "POST activation", "POST restart", "PUT clock");
    private static final int MOST_BODY = 256 * 1024;
    private static final int MOST_DRAINED = 4 * 1024 * 1024;
    private static final int SHORTEST_PASSWORD = 8;

    private static final Duration IDLE = Duration.ofMinutes(10);
    private static final Duration LONGEST_SESSION = Duration.ofHours(10);
    private static final Duration RESTART = Duration.ofMillis(300);

    private final DeviceState state;
    private final List<Passwords> users;
    private final Failures failures;
    private final SecureRandom random = new SecureRandom();
    private final Map<String, Session> sessions = new ConcurrentHashMap<>();

    private volatile boolean hasPower = true;
    private volatile Instant since = Instant.now();
    private volatile Duration clockError = Duration.ofSeconds(-90); // nobody has set it yet

    MaintenanceHandler(DeviceState state, List<Passwords> users, Failures failures) {
        this.state = state;
        this.users = List.copyOf(users);
        this.failures = failures;
    }

    private boolean isRestarting() {
        return Instant.now().isBefore(since);
    }

    private record Answer(int status, byte[] body) {
        static Answer json(Section body) {
            return new Answer(200, CanonicalJson.bytes(body));
        }
    }

    @Override
    public void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            if (!hasPower) {
                return; // closing without an answer cuts the line
            }
            String resource = exchange.getRequestURI().getPath().substring(MaintenanceLink.BASE.length());
            String request = exchange.getRequestMethod() + " " + resource;
            Answer answer;
            try {
                // read first: a request that is answered before it was read whole may leave its sender waiting
                answer = answer(request, body(exchange), exchange);
            } catch (Refusal e) {
                LOG.info("{} refused: {}", request, e.getMessage());
                answer = problem(e.status(), e.getMessage(), e.remedy());
            } catch (UrvantException | IllegalArgumentException | DateTimeException e) {
                LOG.info("{} not understood: {}", request, e.getMessage());
                answer = problem(400, e.getMessage(), "Send what the link's description demands.");
            }
            send(exchange, answer);
        } catch (PowerLostException e) {
            LOG.info("{}", e.getMessage());
            hasPower = false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void send(HttpExchange exchange, Answer answer) throws IOException, InterruptedException {
        int passing = failures.passing(answer.body.length);
        boolean empty = answer.body.length == 0;
        exchange.sendResponseHeaders(answer.status, empty ? -1 : answer.body.length);
        if (!empty) {
            exchange.getResponseBody().write(answer.body, 0, passing);
        }
    }

    private Answer answer(String request, byte[] body, HttpExchange exchange) throws Refusal {
        Optional<Answer> open = openToAll(request, body);
        return open.isPresent() ? open.get() : toUser(request, body, exchange);
    }

    /** What is answered before anybody has logged on; empty for all else. */
    private Optional<Answer> openToAll(String request, byte[] body) throws Refusal {
        if (isRestarting()) {
            throw new Refusal(503, "the device is restarting", "Ask again in a moment.");
        }
        return switch (request) {
            case "GET identity" -> Optional.of(Answer.json(state.identity()));
            case "GET state" ->
                Optional.of(Answer.json(
                        Section.of(Map.of("condition", Value.text("running"), "since", Value.text(since.toString())))));
            case "GET clock" -> {
                Instant shown = Instant.now().plus(clockError);
                yield Optional.of(Answer.json(Section.of(Map.of("utc", Value.text(shown.toString())))));
            }
            case "POST session" -> Optional.of(logOn(body));
            default -> Optional.empty();
        };
    }

    /** Sessions end when nothing is asked for a while, and after a working day in any case. */
    private Passwords userOf(String token) throws Refusal {
        long now = System.nanoTime();
        Session session = sessions.computeIfPresent(
                token, (key, known) -> known.isOver(now) ? null : new Session(known.user, known.begun, now));
        if (session == null) {
            throw new Refusal(401, "nobody is logged on, or the session is over", "Log on first.");
        }
        return session.user;
    }

    private record Session(Passwords user, long begun, long used) {
        boolean isOver(long now) {
            return now - used > IDLE.toNanos() || now - begun > LONGEST_SESSION.toNanos();
        }
    }

    private Answer toUser(String request, byte[] body, HttpExchange exchange) throws Refusal {
        String authorization = exchange.getRequestHeaders().getFirst("Authorization");
        String session = authorization == null ? "" : authorization.replaceFirst("^Bearer ", "");
        Passwords user = userOf(session);
        if (CHANGES.contains(request) && !user.account().role().mayConfigure()) {
            throw new Refusal(
                    403,
                    "user " + user.account().user() + " has the role "
                            + user.account().role().word() + " and may not change the device",
                    "Log on as a user who may, with --user.");
        }
        return switch (request) {
            case "DELETE session" -> {
                sessions.remove(session);
                yield new Answer(204, new byte[0]);
            }
            case "GET configuration" -> configuration(exchange.getResponseHeaders());
            case "GET staging" ->
                Answer.json(state.staged()
                        .orElseThrow(() -> new Refusal(404, "nothing is staged", "Stage a configuration.")));
            case "GET accounts" -> {
                SortedMap<String, Value> passwords = new TreeMap<>();
                users.forEach(
                        each -> passwords.put(each.account().user(), Value.text(each.isFactory() ? "factory" : "own")));
                yield Answer.json(Section.of(passwords));
            }
            case "PUT password" -> changePassword(user, body, session);
            case "PUT clock" -> {
                Instant told =
                        Instant.parse(JsonTree.read("request", body).text("utc").orElse(""));
                clockError = Duration.between(Instant.now(), told);
                yield new Answer(204, new byte[0]);
            }
            case "PUT staging" -> stage(exchange.getRequestHeaders(), body);
            case "POST activation" -> activate(exchange.getRequestHeaders(), body);
            case "POST restart" -> {
                sessions.clear();
                since = Instant.now().plus(RESTART);
                yield new Answer(202, new byte[0]);
            }
            default -> throw new Refusal(404, "there is no " + request, "See the link's description.");
        };
    }

    /** Whoever changes a password knows the old one, and whoever was logged on with it logs on again. */
    private Answer changePassword(Passwords user, byte[] content, String session) throws Refusal {
        Section body = JsonTree.read("request", content);
        String password = body.text("password").orElse("");
        if (user.isLocked() || !user.accepts(body.text("old").orElse(""))) {
            throw new Refusal(403, "the old password is wrong", "Give the password that the user has now.");
        }
        if (password.equals(user.account().factoryPassword())) {
            throw new Refusal(422, "that is the factory password", "Choose one that others do not know.");
        }
        if (password.length() < SHORTEST_PASSWORD) {
            throw new Refusal(
                    422, "the password is too short", "Give one of at least " + SHORTEST_PASSWORD + " characters.");
        }
        user.set(password);
        sessions.entrySet()
                .removeIf(
                        each -> each.getValue().user() == user && !each.getKey().equals(session));
        return new Answer(204, new byte[0]);
    }

    private Answer logOn(byte[] content) throws Refusal {
        Section body = JsonTree.read("request", content);
        String name = body.text("user").orElse("");
        Passwords user = users.stream()
                .filter(candidate -> candidate.account().user().equals(name))
                .findFirst()
                .orElse(null);
        if (user != null && user.isLocked()) {
            throw new Refusal(
                    429,
                    "user " + name + " is locked after too many wrong passwords",
                    "Wait a minute, then give the right one.");
        }
        if (user == null || !user.accepts(body.text("password").orElse(""))) {
            throw new Refusal(401, "user or password is wrong", "Give the password of this device.");
        }
        byte[] token = new byte[24];
        random.nextBytes(token);
        String session = HexFormat.of().formatHex(token);
        long now = System.nanoTime();
        sessions.values().removeIf(each -> each.isOver(now));
        sessions.put(session, new Session(user, now, now));
        return Answer.json(Section.of(Map.of("token", Value.text(session))));
    }

    private Answer configuration(Headers headers) throws Refusal {
        Optional<Configuration> active = state.active();
        if (active.isEmpty()) {
            throw new Refusal(404, "the device has no configuration yet", "Download one.");
        }
        byte[] content = active.get().bytes();
        headers.set("ETag", ContentDigest.tag(active.get().fingerprint()));
        headers.set("Content-Digest", ContentDigest.of(content));
        return new Answer(200, content);
    }

    private Answer stage(Headers headers, byte[] block) throws Refusal {
        String range = headers.getFirst("Content-Range");
        Matcher matcher = RANGE.matcher(range == null ? "" : range);
        if (!matcher.matches()) {
            throw new Refusal(400, "Content-Range is missing or unreadable", "Send 'bytes FIRST-LAST/TOTAL'.");
        }
        if (failures.corruptsNextBlock()) {
            block[block.length / 2] ^= 1;
        }
        int first = Integer.parseInt(matcher.group(1));
        if (Integer.parseInt(matcher.group(2)) - first + 1 != block.length) {
            throw new Refusal(400, "the block is not as long as its range", "Send the block again.");
        }
        state.stage(
                first,
                Integer.parseInt(matcher.group(3)),
                block,
                headers.getFirst("Content-Digest"),
                headers.getFirst("Repr-Digest"));
        return Answer.json(state.staged().orElseThrow());
    }

    private Answer activate(Headers headers, byte[] content) throws Refusal {
        Section body = JsonTree.read("request", content);
        state.activate(
                new Fingerprint(body.text("fingerprint").orElse("")),
                headers.getFirst("If-Match"),
                headers.getFirst("If-None-Match"));
        LOG.info("activated {}", body.text("fingerprint").orElse(""));
        return Answer.json(state.identity());
    }

    /** Returns the body; a request without a length has none. */
    private byte[] body(HttpExchange exchange) throws IOException, Refusal, InterruptedException {
        String length = exchange.getRequestHeaders().getFirst("Content-Length");
        int expected = length != null && length.matches("\\d{1,9}") ? Integer.parseInt(length) : 0;
        if (expected > MOST_BODY) {
            exchange.getRequestBody().readNBytes(Math.min(expected, MOST_DRAINED));
            throw new Refusal(413, "a body has at most " + MOST_BODY + " bytes", "Send smaller blocks.");
        }
        byte[] body = exchange.getRequestBody().readNBytes(failures.passing(expected));
        if (body.length < expected) {
            throw new EOFException("the line was cut after " + body.length + " of " + expected + " bytes");
        }
        return body;
    }

    private static Answer problem(int status, String detail, String remedy) {
        return new Answer(
                status,
                CanonicalJson.bytes(Section.of(Map.of(
                        "title", Value.text("refused"),
                        "status", Value.number(status),
                        "detail", Value.text(String.valueOf(detail)),
                        "remedy", Value.text(remedy)))));
    }
}
