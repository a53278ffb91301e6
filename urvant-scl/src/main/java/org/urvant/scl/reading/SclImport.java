package org.urvant.scl.reading;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ForkJoinPool;
import org.urvant.core.progress.Progress;
import org.urvant.scl.FileCheck;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.SignalIndex;

/**
 * An SCL file read, checked and indexed: all that an import needs of it.
 *
 * @param file its views
 * @param check what is wrong in it
 * @param index its signals
 */
public record SclImport(SclFile file, SclCheck.Result check, SignalIndex index) {
    private static final Executor POOL = ForkJoinPool.commonPool();

    /**
     * Reads a file from its bytes; checks it and makes its index side by side.
     *
     * @param shownAs name that positions show
     */
    public static SclImport of(byte[] content, String shownAs) {
        return of(content, shownAs, Progress.NONE);
    }

    /** Reads a file from its bytes as {@link #of(byte[], String)} does, and says how far it is. */
    public static SclImport of(byte[] content, String shownAs, Progress progress) {
        SclFile file = new SclReader(progress).read(content, shownAs);
        progress.at("checking " + shownAs, 0, 0);
        CompletableFuture<SignalIndex> index = CompletableFuture.supplyAsync(() -> SignalIndex.of(file), POOL);
        try {
            return new SclImport(file, FileCheck.check(file, POOL), index.join());
        } catch (CompletionException e) {
            if (e.getCause() instanceof Error error) {
                throw error; // the heap may be small, and who called says so
            }
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }
}
