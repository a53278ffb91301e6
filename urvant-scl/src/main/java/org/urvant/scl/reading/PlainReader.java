package org.urvant.scl.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.RecursiveTask;
import org.jspecify.annotations.Nullable;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.progress.Progress;
import org.urvant.scl.SclBuilder;
import org.urvant.scl.SclFile;

/** Reads SCL files that are written plainly, a large one in parts side by side; the others are for the parser. */
final class PlainReader {
    private static final int LEAST_PART = 1 << 21; // a smaller one is read before a second thread has begun
    private static final String PART = "<IED "; // and no IEDName

    private final SclLimits limits;
    private final Progress progress;
    private final int cores;
    private final int leastPart;

    PlainReader(SclLimits limits, Progress progress) {
        this(limits, progress, ForkJoinPool.getCommonPoolParallelism() + 1, LEAST_PART);
    }

    /**
     * Creates a reader.
     *
     * @param cores how many parts are read side by side at most
     * @param leastPart length of the smallest part in octets
     */
    PlainReader(SclLimits limits, Progress progress, int cores, int leastPart) {
        this.limits = limits;
        this.progress = progress;
        this.cores = cores;
        this.leastPart = leastPart;
    }

    /** Returns what the parser would read of a file; null when it has to. */
    @Nullable
    SclFile read(byte[] in, String shownAs) {
        List<Integer> ends = ends(in);
        try {
            int parts = ends.size();
            PlainPass first = PlainPass.begin(in, limits, SclReader.builder(shownAs, in.length / parts, limits));
            List<Part> others = new ArrayList<>();
            for (int i = 1; i < parts; i++) {
                SclBuilder into = SclReader.builder(shownAs, in.length / parts, limits);
                others.add(new Part(first.following(into, ends.get(i - 1)), ends.get(i)));
            }
            others.forEach(Part::fork);
            try {
                String activity = SclReader.activity(shownAs);
                first.run(ends.get(0), (at, number) -> {
                    if (number % SclReader.ELEMENTS_A_TELL == 0) {
                        progress.at(activity, Math.min(in.length, (long) at * parts), in.length);
                    }
                });
            } catch (NotPlain | LimitExceededException e) {
                others.forEach(part -> part.cancel(false));
                return null;
            }
            return joined(first, others);
        } catch (NotPlain | LimitExceededException e) {
            return null; // the parser says where
        }
    }

    private @Nullable SclFile joined(PlainPass first, List<Part> others) {
        SclBuilder whole = first.builder();
        int lines = first.lines();
        boolean isPlain = others.isEmpty() || whole.size() > 1; // or text of the root went on in the next part
        for (Part part : others) {
            isPlain &= part.join();
            if (isPlain) {
                whole.append(part.pass.builder(), lines);
                lines += part.pass.lines();
            }
        }
        if (!isPlain || whole.size() > limits.elements()) {
            return null;
        }
        whole.close();
        return whole.build();
    }

    /** Returns where parts of a file end, each but the last before a line with which an IED seems to begin. */
    private List<Integer> ends(byte[] in) {
        List<Integer> ends = new ArrayList<>();
        int parts = Math.min(cores, in.length / leastPart);
        int before = 0;
        for (int i = 1; i < parts; i++) {
            int end = line(in, (int) ((long) in.length * i / parts));
            if (end > before) {
                ends.add(end);
                before = end;
            }
        }
        ends.add(in.length);
        return ends;
    }

    /** Returns the start of the first line from a place on that begins with an IED; 0 when there is none. */
    private static int line(byte[] in, int from) {
        for (int at = from; at < in.length - PART.length(); at++) {
            if (in[at] == '\n') {
                int start = at + 1;
                int tag = start;
                while (tag < in.length && (in[tag] == ' ' || in[tag] == '\t')) {
                    tag++;
                }
                if (isPart(in, tag)) {
                    return start;
                }
            }
        }
        return 0;
    }

    private static boolean isPart(byte[] in, int at) {
        for (int i = 0; i < PART.length(); i++) {
            if (at + i >= in.length || in[at + i] != PART.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    /** A part that is read beside others. */
    private static final class Part extends RecursiveTask<Boolean> {
        private static final long serialVersionUID = 1;

        private final transient PlainPass pass;
        private final int end;

        Part(PlainPass pass, int end) {
            this.pass = pass;
            this.end = end;
        }

        @Override
        protected Boolean compute() {
            try {
                pass.run(end, (at, number) -> {});
                return true;
            } catch (NotPlain | LimitExceededException e) {
                return false;
            }
        }
    }
}
