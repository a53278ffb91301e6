package org.urvant.core.progress;

import org.urvant.core.error.RefusedException;

/**
 * Whom an operation works for: asked before anything is changed, told what happens on the way. A terminal is one, a program that
 * has agreed beforehand another.
 */
public interface Desk extends Progress {
    /** One that agrees to everything and looks at nothing. */
    Desk AGREED = new Desk() {
        @Override
        public void ask(String question, String otherwise) {
            // agreed beforehand
        }

        @Override
        public void tell(String event) {
            // nobody looks
        }

        @Override
        public void at(String activity, long done, long total) {
            // nobody looks
        }
    };

    /**
     * Returns when whoever it works for agrees.
     *
     * @param question what is to be agreed to
     * @param otherwise what is true when not, such as {@code nothing was sent}
     * @throws RefusedException when not
     */
    void ask(String question, String otherwise);

    /** Takes what has happened, in words. */
    void tell(String event);
}
