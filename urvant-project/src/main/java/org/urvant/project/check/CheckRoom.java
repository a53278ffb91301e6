package org.urvant.project.check;

import java.util.List;

/** A room that has checks on sites. Found by {@link java.util.ServiceLoader} when the first site is checked. */
public interface CheckRoom {
    /** Returns the checks of the room. */
    List<SiteCheck> checks();
}
