package org.urvant.core.tree;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.SortedMap;

/**
 * Writes a tree as JSON in one form only: keys sorted by UTF-16 code units and strings escaped as in RFC 8785
 * (JSON Canonicalization Scheme), no white space, UTF-8. Unlike RFC 8785, numbers are exact decimals, as the device's
 * values are.
 */
public final class CanonicalJson {
    private CanonicalJson() {}

    /** Returns the bytes of a tree. */
    public static byte[] bytes(Node node) {
        StringBuilder json = new StringBuilder();
        append(node, json);
        return json.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** Appends a tree to a text, for who writes many of them. */
    public static void append(Node node, StringBuilder json) {
        if (node instanceof Section section) {
            write(section.nodes(), json);
            return;
        }
        Value value = (Value) node;
        if (value.kind() == Value.Kind.TEXT) {
            string(value.text(), json);
        } else {
            json.append(value.text());
        }
    }

    private static void write(SortedMap<String, Node> nodes, StringBuilder json) {
        char separator = '{';
        for (Map.Entry<String, Node> entry : nodes.entrySet()) {
            json.append(separator);
            string(entry.getKey(), json);
            json.append(':');
            append(entry.getValue(), json);
            separator = ',';
        }
        json.append(separator == '{' ? "{}" : "}");
    }

    /** Appends a string with the escapes of RFC 8785, 3.2.2.2; what needs none goes in one piece. */
    private static void string(String text, StringBuilder json) {
        json.append('"');
        int plain = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= 0x20 && c != '"' && c != '\\') {
                continue;
            }
            json.append(text, plain, i);
            plain = i + 1;
            switch (c) {
                case '"' -> json.append("\\\"");
                case '\\' -> json.append("\\\\");
                case '\b' -> json.append("\\b");
                case '\t' -> json.append("\\t");
                case '\n' -> json.append("\\n");
                case '\f' -> json.append("\\f");
                case '\r' -> json.append("\\r");
                default -> json.append(String.format(Locale.ROOT, "\\u%04x", (int) c));
            }
        }
        json.append(text, plain, text.length()).append('"');
    }
}
