package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509TrustManager;
import org.urvant.core.device.DeviceType;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.type.Catalogue;

/** Clients that send a stand-in nonsense, or half of something; others must be answered meanwhile and afterwards. */
final class HostileClients {
    private static final int HELD = 16;
    private static final int BETWEEN_LOOKS = 100;
    private static final int ANSWER_MILLIS = 400;
    private static final int LONGEST_HELD_MILLIS = 90_000;
    private static final List<String> REQUESTS = List.of(
            "GET /maintenance/v1/identity HTTP/1.1\r\nHost: x\r\n\r\n",
            "POST /maintenance/v1/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 41\r\n\r\n"
                    + "{\"password\":\"ravnsund\",\"user\":\"engineer\"}",
            "PUT /maintenance/v1/staging/0 HTTP/1.1\r\nHost: x\r\nAuthorization: Bearer x\r\nContent-Length: 4\r\n\r\nabcd",
            "POST /maintenance/v1/activation HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\n\r\n4\r\nabcd\r\n0\r\n\r\n");

    private final Path work;
    private final SSLContext context;

    HostileClients(Path work) {
        this.work = work;
        try {
            context = SSLContext.getInstance("TLSv1.3");
            context.init(null, new TrustManager[] {new Anybody()}, new SecureRandom());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A hostile client does not care whom it talks to. */
    private static final class Anybody implements X509TrustManager {
        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type) {
            // anybody
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type) {
            // anybody
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }

    List<String> run(int requests) throws IOException {
        DeviceType type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "T-1", type.accounts());
        List<String> lines = new ArrayList<>();
        try (StandIn unit = StandIn.start(work.resolve("device"), profile, "127.0.0.1", 0)) {
            int colon = unit.address().lastIndexOf(':');
            String host = unit.address().substring(0, colon);
            int port = Integer.parseInt(unit.address().substring(colon + 1));
            int silent = 0;
            List<byte[]> corpus = REQUESTS.stream()
                    .map(text -> text.getBytes(StandardCharsets.UTF_8))
                    .toList();
            for (int request = 0; request < requests; request++) {
                send(host, port, new Mutator(request).next(corpus));
                silent += request % BETWEEN_LOOKS == 0 && !answers(unit) ? 1 : 0;
            }
            lines.add("| a stand-in under mutated requests answers others | " + requests + " requests | " + silent
                    + " |");
            lines.add(halves(unit, host, port));
        }
        return lines;
    }

    private void send(String host, int port, byte[] request) {
        try (Socket socket = context.getSocketFactory().createSocket(host, port)) {
            socket.setSoTimeout(ANSWER_MILLIS);
            socket.getOutputStream().write(request);
            socket.getOutputStream().flush();
            socket.getInputStream().read();
        } catch (IOException e) {
            // it may close the line, or wait for more
        }
    }

    private boolean answers(StandIn unit) {
        try (MaintenanceLink link = new MaintenanceLink(unit.address(), new KnownDevices(work.resolve("known")))) {
            return link.identify().serial().equals("T-1");
        } catch (RuntimeException e) {
            return false;
        }
    }

    /** Half requests must not keep others from an answer, and are ended after a time. */
    private String halves(StandIn unit, String host, int port) throws IOException {
        List<Socket> held = new ArrayList<>();
        for (int i = 0; i < HELD; i++) {
            Socket socket = i % 2 == 0 ? context.getSocketFactory().createSocket(host, port) : new Socket(host, port);
            socket.getOutputStream()
                    .write("GET /maintenance/v1/identity HTTP/1.1\r\nX: ".getBytes(StandardCharsets.US_ASCII));
            held.add(socket);
        }
        int mistakes = answers(unit) ? 0 : 1;
        long end = System.currentTimeMillis() + LONGEST_HELD_MILLIS;
        for (Socket socket : held) {
            socket.setSoTimeout((int) Math.max(1, end - System.currentTimeMillis()));
            try (socket) {
                socket.getInputStream().read();
            } catch (SocketTimeoutException e) {
                mistakes++;
            } catch (IOException e) {
                // ended
            }
        }
        return "| half requests are ended, and hold nobody up | " + HELD + " requests | " + mistakes + " |";
    }
}
