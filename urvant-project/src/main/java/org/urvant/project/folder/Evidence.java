package org.urvant.project.folder;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.urvant.file.CommittedFiles;

/** What can be proven of the ledgers of a project, and by what: commits, signatures, heads kept elsewhere. */
public final class Evidence {
    private final Path root;
    private final ProjectFiles files;
    private final Workplace workplace;

    Evidence(Path root, ProjectFiles files, Workplace workplace) {
        this.root = root;
        this.files = files;
        this.workplace = workplace;
    }

    /**
     * Says of each ledger what is wrong with it, and which of its lines can be proven.
     *
     * @param kept heads that were kept elsewhere by {@link #heads}; empty for none
     */
    public List<LedgerProof> proofs(Optional<String> kept) {
        return LedgerProof.of(
                files,
                CommittedFiles.of(root, Ledger.FOLDER),
                kept.map(text -> LedgerHeads.read("the heads that were kept", text)));
    }

    /** Returns the newest line of each ledger, as text to be kept where nobody can write who may write in the project. */
    public String heads() {
        return LedgerHeads.of(files).text();
    }

    /**
     * Puts the public key of who works here beside those of the project.
     *
     * @return the file that has it
     */
    public String publish(SigningKey key) {
        return new Signatures(files).publish(key, workplace.person());
    }

    /** Returns whether the project has a public key. */
    public boolean knows(SigningKey key) {
        return new Signatures(files).has(key);
    }
}
