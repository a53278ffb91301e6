package org.urvant.core.language;

import java.util.ArrayList;
import java.util.List;

/** Gathers faults up to a number that a person can read; the last says that there are more. */
final class Faults {
    static final int MOST = 100;

    private final List<Fault> found = new ArrayList<>();
    private boolean gaveUp;

    void add(Place place, String message, String remedy) {
        if (gaveUp) {
            return;
        }
        if (found.size() < MOST) {
            found.add(new Fault(place, message, remedy));
        } else if (found.size() == MOST) {
            found.add(new Fault(place, "there are more faults; " + MOST + " are listed", "Mend these first."));
        }
    }

    /** Takes no more faults: what follows would only be told because of this one. */
    void addLast(Place place, String message, String remedy) {
        add(place, message, remedy);
        gaveUp = true;
    }

    boolean isEmpty() {
        return found.isEmpty();
    }

    boolean isFull() {
        return gaveUp || found.size() > MOST;
    }

    List<Fault> all() {
        return List.copyOf(found);
    }
}
