package org.urvant.devices.transfer;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.DeviceHistory;

/**
 * A way to a device that puts on record, in its ledger, each operation that needs a log-on, and each one that failed. What
 * only asks, and is answered, leaves no line.
 */
public final class RecordedLink implements DeviceLink {
    private final DeviceLink link;
    private final DeviceHistory history;
    private final Optional<Fingerprint> wanted;
    private String serial = "";
    private String user = "";

    private RecordedLink(DeviceLink link, DeviceHistory history, Optional<Fingerprint> wanted) {
        this.link = link;
        this.history = history;
        this.wanted = wanted;
    }

    /**
     * Puts on record what goes over a link.
     *
     * @param wanted fingerprint of what the device should run; empty when the project says nothing of it yet
     */
    public static RecordedLink of(DeviceLink link, DeviceHistory history, Optional<Fingerprint> wanted) {
        return link instanceof RecordedLink recorded ? recorded : new RecordedLink(link, history, wanted);
    }

    /** Puts on record what goes over a link to a device of a project. */
    public static RecordedLink of(DeviceLink link, DeviceHistory history, Project project, Device device) {
        return of(
                link,
                history,
                Optional.of(ConfigurationBuilder.build(project, device).fingerprint()));
    }

    /** Takes who answers from somebody who asked before. */
    void meets(Identity identity) {
        serial = identity.serial();
    }

    /** Asks who answers, and refuses another than the project means; see {@link Transfer#confirm}. */
    public Identity confirm(Device device) {
        return tried("asked who it is", () -> Transfer.confirm(link, device), identity -> serial = identity.serial());
    }

    /** Refuses to write to a unit that is not the one of the project in all that is known; see {@link UnitCheck#refuseOther}. */
    public Identity confirmToWrite(Project project, Device device) {
        Identity identity = confirm(device);
        return tried(
                "held against the project",
                () -> {
                    UnitCheck.refuseOther(identity, project, device);
                    return identity;
                },
                same -> {});
    }

    @Override
    public String address() {
        return link.address();
    }

    @Override
    public Identity identify() {
        return tried("asked who it is", link::identify, identity -> serial = identity.serial());
    }

    @Override
    public void logOn(String user, char[] password) {
        tried(
                "logged on as " + user,
                () -> {
                    link.logOn(user, password);
                    return link.factoryAccounts();
                },
                factory -> {
                    this.user = user;
                    history.loggedOn(serial, user, !factory.isEmpty());
                });
    }

    @Override
    public void changePassword(char[] old, char[] password) {
        tried(
                "changed the password",
                () -> {
                    link.changePassword(old, password);
                    return link.factoryAccounts();
                },
                factory -> history.passwordChanged(serial, user, !factory.isEmpty()));
    }

    @Override
    public List<String> factoryAccounts() {
        return tried("asked for factory passwords", link::factoryAccounts, accounts -> {});
    }

    @Override
    public Optional<Configuration> read() {
        return tried("read back", link::read, held -> {
            Optional<Fingerprint> print = held.map(Configuration::fingerprint);
            history.readBack(serial, print, print.isPresent() && print.equals(wanted));
        });
    }

    @Override
    public void stage(Configuration configuration, BlockWatch progress) {
        done("sent " + configuration.fingerprint().brief(), () -> link.stage(configuration, progress));
    }

    @Override
    public void activate(Fingerprint staged, Optional<Fingerprint> replaces) {
        done("activated " + staged.brief(), () -> link.activate(staged, replaces));
    }

    @Override
    public void restart() {
        done("told to restart", link::restart);
    }

    /** A device that restarts does not answer, and whoever waits asks often: what fails here is theirs to tell. */
    @Override
    public Health condition() {
        return link.condition();
    }

    @Override
    public Instant clock() {
        return tried("asked for its clock", link::clock, shown -> {});
    }

    @Override
    public void setClock(Instant now) {
        tried(
                "set its clock",
                () -> {
                    link.setClock(now);
                    return now;
                },
                to -> history.clockSet(serial, to));
    }

    @Override
    public void close() {
        link.close();
    }

    /** Makes the device restart, waits until it runs again, and puts that on record. */
    public void restartAndWait() {
        Health before = condition();
        restart();
        done("restarted", () -> Verification.awaitRestart(link, before.since()));
        history.restarted(serial);
    }

    private void done(String operation, Runnable work) {
        tried(
                operation,
                () -> {
                    work.run();
                    return "";
                },
                nothing -> {});
    }

    private <T> T tried(String operation, Supplier<T> work, Consumer<T> record) {
        T result;
        try {
            result = work.get();
        } catch (UrvantException e) {
            recordFailure(operation, e);
            throw e;
        }
        record.accept(result);
        return result;
    }

    /** What went wrong is told first, whether or not it can be put on record. */
    private void recordFailure(String operation, UrvantException failure) {
        try {
            history.failed(serial, operation, failure.getMessage());
        } catch (UrvantException e) {
            failure.addSuppressed(e);
        }
    }
}
