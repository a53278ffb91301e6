package org.urvant.core.language;

import java.util.ArrayList;
import java.util.List;

/** Gathers mistakes up to a number that a person can read; the last says that there are more. */
final class Mistakes {
    static final int MOST = 100;

    private final List<Mistake> found = new ArrayList<>();
    private boolean gaveUp;

    void add(TextPlace place, String message, String remedy) {
        if (gaveUp) {
            return;
        }
        if (found.size() < MOST) {
            found.add(new Mistake(place, message, remedy));
        } else if (found.size() == MOST) {
            found.add(new Mistake(place, "there are more mistakes; " + MOST + " are listed", "Mend these first."));
        }
    }

    /** Takes no more mistakes: what follows would only be told because of this one. */
    void addLast(TextPlace place, String message, String remedy) {
        add(place, message, remedy);
        gaveUp = true;
    }

    boolean isEmpty() {
        return found.isEmpty();
    }

    boolean isFull() {
        return gaveUp || found.size() > MOST;
    }

    List<Mistake> all() {
        return List.copyOf(found);
    }
}
