package org.urvant.devices.link;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.configuration.Configuration;

/**
 * A way to a device. Nothing is ever half on a device: content is staged, its digest confirmed, then activated in one
 * step; until then the old configuration runs. Every method throws {@link UnreachableException} when the line is lost
 * and {@link RefusedException} when the device says no.
 */
public interface DeviceLink extends AutoCloseable {
    /** Returns where the link leads, for messages. */
    String address();

    /** Asks the device who it is; needs no log-on. */
    Identity identify();

    /** Logs on; the password is neither kept nor shown. */
    void logOn(String user, char[] password);

    /**
     * Gives the user who is logged on another password; others who are logged on as that user must log on again.
     *
     * @param old the password that the user has
     * @param password the new one
     */
    void changePassword(char[] old, char[] password);

    /** Returns the users whose password is still that of the factory; the device says so, none is tried. Needs a log-on. */
    List<String> factoryAccounts();

    /** Reads the configuration that the device runs; empty when it has none. */
    Optional<Configuration> read();

    /**
     * Puts a configuration beside the one that runs. What an earlier, broken attempt with the same content left there is
     * not sent again.
     */
    void stage(Configuration configuration, BlockWatch progress);

    /**
     * Makes the staged configuration the one that runs.
     *
     * @param staged fingerprint of what was staged
     * @param replaces fingerprint of what the device is expected to run; empty when nothing
     * @throws RefusedException when it runs something else by now
     */
    void activate(Fingerprint staged, Optional<Fingerprint> replaces);

    /** Makes the device restart; returns when it has agreed, not when it is back. */
    void restart();

    /** Asks how the device is; needs no log-on. While it restarts it may also not answer at all. */
    Health condition();

    /** Returns the time that the device's clock shows, in UTC; needs no log-on. */
    Instant clock();

    /** Sets the device's clock. */
    void setClock(Instant now);

    @Override
    void close();

    /**
     * How a device is.
     *
     * @param isRunning whether it does its work
     * @param since since when it runs or has been starting, by its own clock
     */
    record Health(boolean isRunning, Instant since) {}

    /** Told how far a transfer is. */
    @FunctionalInterface
    interface BlockWatch {
        /** A progress that nobody looks at. */
        BlockWatch NONE = (done, total) -> {};

        /** Takes how many bytes of how many the device has confirmed. */
        void confirmed(long done, long total);
    }
}
