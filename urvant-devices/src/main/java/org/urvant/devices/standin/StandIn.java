package org.urvant.devices.standin;

import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.urvant.core.error.UnreachableException;
import org.urvant.devices.link.MaintenanceLink;

/**
 * A simulated device that answers on the maintenance link over a real loopback socket and keeps its state in a folder,
 * so that it survives a restart. It keeps a configuration; it does not run it.
 */
public final class StandIn implements AutoCloseable {
    /** The longest that a client may take to say what it wants, in seconds; a thread waits for it that long. */
    private static final String LONGEST_REQUEST = "60";

    static { // the JDK's server reads these once, when it is first used
        propose("sun.net.httpserver.maxReqTime", LONGEST_REQUEST);
        propose("sun.net.httpserver.nodelay", "true");
    }

    private static void propose(String property, String value) {
        if (System.getProperty(property) == null) {
            System.setProperty(property, value);
        }
    }

    private final HttpsServer server;
    private final ExecutorService threads;

    private StandIn(HttpsServer server, ExecutorService threads) {
        this.server = server;
        this.threads = threads;
    }

    /**
     * Starts a stand-in.
     *
     * @param folder where it keeps its state; a new folder makes a device as it leaves the factory
     * @param address loopback address to listen on
     * @param port TCP port, or 0 for any free one
     * @throws UnreachableException when the port is in use
     */
    public static StandIn start(Path folder, StandInProfile profile, String address, int port) {
        return start(folder, profile, address, port, Failures.none());
    }

    /** Starts a stand-in with failures, which strike once it is up. */
    public static StandIn start(Path folder, StandInProfile profile, String address, int port, Failures failures) {
        Disk disk = new Disk(folder, failures);
        DeviceState state = new DeviceState(disk, profile);
        List<Passwords> users = profile.accounts().stream()
                .map(account -> new Passwords(disk, account))
                .toList();
        AtomicInteger number = new AtomicInteger();
        ExecutorService threads = Executors.newCachedThreadPool(task -> {
            Thread thread = new Thread(task, "stand-in-" + profile.serial() + "-" + number.incrementAndGet());
            thread.setDaemon(true);
            return thread;
        });
        try {
            HttpsServer server = HttpsServer.create(new InetSocketAddress(address, port), 16);
            server.setHttpsConfigurator(new HttpsConfigurator(DeviceCertificate.context(disk, profile.serial())));
            server.setExecutor(threads);
            server.createContext(MaintenanceLink.BASE, new MaintenanceHandler(state, users, failures));
            server.start();
            return new StandIn(server, threads);
        } catch (IOException e) {
            threads.shutdownNow();
            throw new UnreachableException(
                    "the stand-in cannot listen on " + address + ":" + port,
                    "Another program uses the port, or the address is not this machine's; give the device another link.",
                    e);
        }
    }

    /** Returns address and port, as a device's link is written. */
    public String address() {
        return server.getAddress().getAddress().getHostAddress() + ":"
                + server.getAddress().getPort();
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }
}
