package org.urvant.core.point.iec61850;

import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;

/** IEC 61850: data attributes, which IEDs offer under references of their own. */
public final class Iec61850Space implements PointSpace {
    @Override
    public String id() {
        return "iec61850";
    }

    @Override
    public String title() {
        return "IEC 61850";
    }

    @Override
    public Point read(String text, Role role) {
        return DataReference.read(text);
    }

    @Override
    public boolean reachesIeds(Role role) {
        return role == Role.CLIENT;
    }
}
