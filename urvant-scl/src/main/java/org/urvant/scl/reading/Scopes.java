package org.urvant.scl.reading;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** What prefixes mean where a reader is: the namespaces that the elements around it declare (Namespaces in XML 1.0). */
final class Scopes {
    static final String XML = "http://www.w3.org/XML/1998/namespace";

    private String[] prefixes = new String[16];
    private String[] namespaces = new String[16];
    private int[] depths = new int[16];
    private int size;

    /** Creates the scope around the root, where only the prefix {@code xml} means something. */
    Scopes() {
        declare("", "", 0);
        declare("xml", XML, 0);
    }

    /** Creates a scope as it is in another one now. */
    Scopes(Scopes other) {
        prefixes = other.prefixes.clone();
        namespaces = other.namespaces.clone();
        depths = other.depths.clone();
        size = other.size;
    }

    void declare(String prefix, String namespace, int depth) {
        if (size == depths.length) {
            prefixes = Arrays.copyOf(prefixes, size * 2);
            namespaces = Arrays.copyOf(namespaces, size * 2);
            depths = Arrays.copyOf(depths, size * 2);
        }
        prefixes[size] = prefix;
        namespaces[size] = namespace;
        depths[size++] = depth;
    }

    /** Returns whether an element declares a prefix already. */
    boolean isDeclared(String prefix, int depth) {
        for (int i = size - 1; i >= 0 && depths[i] == depth; i--) {
            if (prefixes[i].equals(prefix)) {
                return true;
            }
        }
        return false;
    }

    /** Forgets what an element of a depth declared. */
    void leave(int depth) {
        while (depths[size - 1] >= depth) {
            size--;
        }
    }

    /** Returns what a prefix means, empty text for no namespace; null when nobody declares it. */
    @Nullable
    String of(String prefix) {
        for (int i = size - 1; i >= 0; i--) {
            if (prefixes[i].equals(prefix)) {
                return namespaces[i];
            }
        }
        return null;
    }
}
