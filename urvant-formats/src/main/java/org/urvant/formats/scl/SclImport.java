package org.urvant.formats.scl;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ForkJoinPool;
import org.urvant.core.check.FileCheck;
import org.urvant.core.scl.SclCheck;
import org.urvant.core.scl.SclFile;
import org.urvant.core.selection.SignalIndex;

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
        SclFile file = new SclReader().read(content, shownAs);
        CompletableFuture<SignalIndex> index = CompletableFuture.supplyAsync(() -> SignalIndex.of(file), POOL);
        SclCheck.Result check = FileCheck.check(file, POOL);
        try {
            return new SclImport(file, check, index.join());
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }
}
