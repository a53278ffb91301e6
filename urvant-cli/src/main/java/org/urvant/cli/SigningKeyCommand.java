package org.urvant.cli;

import java.util.Optional;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.SigningKey;
import picocli.CommandLine.Option;

@picocli.CommandLine.Command(
        name = "signing-key",
        description = {
            "Show the key with which you sign sign-offs, or make one. It stays in your own folder; its public part goes into"
                    + " the project, people/NAME.pem, where others check your signatures with it.",
            "Tell the others its fingerprint by another way, so that they know that the key in the project is yours."
        },
        footer = {"", "Example: urvant signing-key --make"})
final class SigningKeyCommand extends Command {
    @Option(names = "--make", description = "Make a key if you have none, and put its public part into the project.")
    private boolean make;

    SigningKeyCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Optional<SigningKey> key =
                make ? Optional.of(SigningKey.make(session.workplace())) : SigningKey.of(session.workplace());
        if (key.isEmpty()) {
            say(session.person() + " has no signing key; sign-offs are not signed");
            next("urvant signing-key --make");
            return Exit.DIFFERENT;
        }
        String file = make ? folder.evidence().publish(key.get()) : "";
        boolean isKnown = folder.evidence().knows(key.get());
        if (json) {
            sayJson(Json.object("person", session.person(), "key", key.get().fingerprint(), "inProject", isKnown));
        } else {
            say("key of " + session.person() + ", sha-256 " + key.get().fingerprint());
            say(make ? "its public part is in " + file : "the project " + (isKnown ? "has it" : "does not have it"));
        }
        if (!isKnown) {
            next("urvant signing-key --make");
        }
        return isKnown ? Exit.DONE : Exit.DIFFERENT;
    }
}
