package org.urvant.cli;

import java.io.Console;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import org.urvant.core.device.Account;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Entry;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.RecordedLink;
import org.urvant.devices.transfer.Transfer;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.DownloadRules;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;

/** How commands reach a device: the link of the project, and a password that never touches project, log or argument list. */
final class DeviceAccess {
    private static final String PASSWORD = "URVANT_PASSWORD";
    private static final String NEW_PASSWORD = "URVANT_NEW_PASSWORD";
    private static final String OWN_MACHINE = "127.";
    /** Environment variables that hold passwords. */
    static final List<String> SECRETS = List.of(PASSWORD, NEW_PASSWORD);

    @Option(
            names = "--password-file",
            paramLabel = "FILE",
            description = "File outside the project with the password in its first line; otherwise the environment"
                    + " variable URVANT_PASSWORD, or a prompt.")
    private String passwordFile;

    @Option(
            names = "--user",
            paramLabel = "USER",
            description = "User of the device; otherwise the first of its type that may configure it.")
    private String user;

    @Option(
            names = "--expect-certificate",
            paramLabel = "FINGERPRINT",
            description = "SHA-256 of the device's certificate as the device shows it, in hexadecimal; needed at first"
                    + " contact where nobody is there to compare it.")
    private String expected;

    /** A link on which the device has said who it is, and which is logged on. */
    record Open(RecordedLink link, Identity identity, LoggedOn user) implements AutoCloseable {
        @Override
        public void close() {
            Arrays.fill(user.password, ' ');
            link.close();
        }
    }

    /** Who is logged on, and with which password, for as long as the link is open. */
    record LoggedOn(Account account, char[] password) {}

    /** Returns a new password from the environment variable URVANT_NEW_PASSWORD, or asked for twice. */
    static char[] newPassword(Session session, Device device) {
        String variable = session.environment().get(NEW_PASSWORD);
        if (variable != null) {
            return variable.toCharArray();
        }
        Console console = System.console();
        char[] first = console == null ? null : console.readPassword("new password on %s: ", device.name());
        char[] second = first == null ? null : console.readPassword("once more: ");
        if (second == null || !Arrays.equals(first, second)) {
            throw new RefusedException(
                    second == null ? "no new password" : "the two are not alike",
                    "Set URVANT_NEW_PASSWORD in the environment, or type it twice.");
        }
        return first;
    }

    /** Opens the link of a device, confirms who answers, and logs on. */
    Open open(Command command, ProjectFolder folder, Project project, Device device) {
        return open(command, folder, project, device, link -> link.confirm(device));
    }

    /** Opens the link of a device to write to it: refuses a unit that is not the one of the project in all that is known. */
    Open openToWrite(Command command, ProjectFolder folder, Project project, Device device) {
        return open(command, folder, project, device, link -> link.confirmToWrite(project, device));
    }

    private Open open(
            Command command,
            ProjectFolder folder,
            Project project,
            Device device,
            Function<RecordedLink, Identity> confirmation) {
        MaintenanceLink link = link(command.session, device);
        RecordedLink recorded = RecordedLink.of(link, folder.history(device.name()), project, device);
        Identity identity = confirmation.apply(recorded);
        sayIfFirst(command, link);
        return new Open(
                recorded, identity, logOn(command, folder, device.name(), project.typeOf(device), link, recorded));
    }

    /** Returns whether a password is at hand without asking a person in vain: given, or to be typed on a terminal. */
    boolean canLogOn(Session session) {
        return passwordFile != null || session.environment().containsKey(PASSWORD) || System.console() != null;
    }

    /** Logs on to a unit that is no device of the project yet. */
    void logOn(
            Command command,
            ProjectFolder folder,
            String name,
            String typeName,
            MaintenanceLink link,
            RecordedLink recorded) {
        Arrays.fill(logOn(command, folder, name, folder.types().named(typeName), link, recorded).password, ' ');
    }

    private LoggedOn logOn(
            Command command,
            ProjectFolder folder,
            String name,
            DeviceType type,
            MaintenanceLink link,
            RecordedLink recorded) {
        Account account = (user == null ? type.engineer() : type.account(user))
                .orElseThrow(() -> new UnknownNameException(
                        "user",
                        String.valueOf(user),
                        type.accounts().stream().map(Account::user).toList()));
        requireMet(command.session, link);
        char[] password = password(command.session, folder.root(), name, account.user());
        try {
            recorded.logOn(account.user(), password);
            List<String> factory = recorded.factoryAccounts();
            if (!factory.isEmpty()) {
                command.note(command.paint.warn(DownloadRules.DEFAULT_PASSWORD.id()) + ": " + name
                        + " still takes the factory password of " + String.join(", ", factory));
            }
        } catch (UrvantException e) {
            Arrays.fill(password, ' ');
            throw e;
        }
        return new LoggedOn(account, password);
    }

    /**
     * No password goes to a device whose certificate nobody has compared, whatever else was agreed to. What answers on this very
     * machine is a stand-in.
     */
    private void requireMet(Session session, MaintenanceLink link) {
        String shown = link.certificate().map(Fingerprint::hex).orElse("");
        String wanted = expected == null
                ? ""
                : expected.replaceAll("(?i)^sha-?256:|[:\\s]", "").toLowerCase(Locale.ROOT);
        boolean isWrong = !wanted.isEmpty() && !wanted.equals(shown);
        if (!isWrong
                && (!link.isFirstContact()
                        || !wanted.isEmpty()
                        || link.address().startsWith(OWN_MACHINE))) {
            return;
        }
        Console console = isWrong ? null : System.console();
        String answer = console == null
                ? null
                : console.readLine(
                        "first contact with %s; its certificate is sha-256 %s. Is that the device's? [yes/no] ",
                        link.address(), shown);
        if (answer != null && answer.strip().equalsIgnoreCase("yes")) {
            return;
        }
        if (link.isFirstContact()) {
            new KnownDevices(session.home().resolve("known-devices")).forget(link.address());
        }
        throw new RefusedException(
                isWrong
                        ? "the device at " + link.address() + " shows the certificate " + shown + ", and " + wanted
                                + " was expected; no password was sent"
                        : "first contact with " + link.address() + ": no password was sent, for nobody compared its"
                                + " certificate, sha-256 " + shown,
                isWrong
                        ? "Something else answers there, or the fingerprint is that of another device."
                        : "Compare it with what the device shows, and give --expect-certificate.");
    }

    static MaintenanceLink link(Session session, Device device) {
        String address = device.maintenanceLink()
                .map(Entry::text)
                .orElseThrow(() -> new RefusedException(
                        device.name() + " has no maintenance link",
                        "Give it one: urvant set " + device.name() + " link ADDRESS:PORT."));
        return new MaintenanceLink(address, new KnownDevices(session.home().resolve("known-devices")));
    }

    static Identity confirm(Command command, MaintenanceLink link, Device device) {
        Identity identity = Transfer.confirm(link, device);
        sayIfFirst(command, link);
        return identity;
    }

    private static void sayIfFirst(Command command, MaintenanceLink link) {
        if (link.isFirstContact()) {
            command.note("first contact with " + link.address() + ": its certificate is kept in known-devices");
        }
    }

    private char[] password(Session session, Path projectRoot, String device, String user) {
        if (passwordFile != null) {
            Path file = session.path(passwordFile);
            if (file.toAbsolutePath().startsWith(projectRoot)) {
                throw new RefusedException(
                        "the password file lies in the project", "Keep passwords outside; projects are shared.");
            }
            return SafeFile.readText(file, 10_000, "password file")
                    .lines()
                    .findFirst()
                    .orElse("")
                    .toCharArray();
        }
        String variable = session.environment().get(PASSWORD);
        if (variable != null) {
            return variable.toCharArray();
        }
        Console console = System.console();
        char[] typed = console == null ? null : console.readPassword("password of %s on %s: ", user, device);
        if (typed == null) {
            throw new RefusedException(
                    "no password for " + user + " on " + device,
                    "Set URVANT_PASSWORD in the environment, or give --password-file.");
        }
        return typed;
    }
}
