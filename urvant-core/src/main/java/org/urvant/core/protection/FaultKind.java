package org.urvant.core.protection;

import org.urvant.core.text.Word;

/** Kinds of fault by the conductors that touch. */
public enum FaultKind {
    THREE_PHASE,
    PHASE_PHASE,
    PHASE_EARTH;

    /** Returns the word that files and commands use. */
    public String word() {
        return Word.of(this);
    }
}
