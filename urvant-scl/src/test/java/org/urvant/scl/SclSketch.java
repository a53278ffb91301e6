package org.urvant.scl;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Makes an SCL file from a sketch: a line an element, its depth by indentation (two blanks each), attributes as
 * {@code name=value}, a text after {@code :}. Values have no blanks; {@code ~} stands for one.
 */
public final class SclSketch {
    private static final Pattern ATTRIBUTE = Pattern.compile("(\\S+?)=(\\S*)");

    private SclSketch() {}

    /** Returns the file; the root element is added. */
    public static SclFile file(String attributes, String sketch) {
        SclBuilder builder = new SclBuilder("sketch.scd");
        Deque<Integer> open = new ArrayDeque<>();
        int number = 1;
        builder.open("SCL", number, 1);
        attributes(builder, attributes);
        for (String line : sketch.lines().toList()) {
            number++;
            if (line.isBlank()) {
                continue;
            }
            int depth = (line.length() - line.stripLeading().length()) / 2;
            while (!open.isEmpty() && open.peek() >= depth) {
                builder.close();
                open.pop();
            }
            String text = line.strip();
            int colon = text.indexOf(" : ");
            String head = colon < 0 ? text : text.substring(0, colon);
            builder.open(head.split(" ")[0], number, 1 + 2 * depth);
            attributes(builder, head);
            if (colon >= 0) {
                builder.text(text.substring(colon + 3).replace('~', ' '));
            }
            open.push(depth);
        }
        while (!open.isEmpty()) {
            builder.close();
            open.pop();
        }
        builder.close();
        return builder.build();
    }

    private static void attributes(SclBuilder builder, String head) {
        Matcher matcher = ATTRIBUTE.matcher(head);
        while (matcher.find()) {
            builder.attribute(matcher.group(1), matcher.group(2).replace('~', ' '));
        }
    }
}
