package org.urvant.scl.reading;

import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.urvant.scl.SclBuilder;

/**
 * Reads a part of an SCL file from its octets, as long as it is written as programs write it: UTF-8, without document type,
 * processing instructions, CDATA sections and references to characters by number. It refuses nothing: of what is not so, or not
 * sound, or beyond a limit, it says {@link NotPlain}, and the parser is to read the file and say what is wrong. What it does read
 * is what the parser would have read.
 */
final class PlainPass extends PlainCursor {
    private static final int MOST_ATTRIBUTES = 200;
    private static final Set<String> KEPT_PREFIXES = Set.of("xml", "xmlns");
    private static final Set<String> KEPT_NAMESPACES = Set.of(Scopes.XML, "http://www.w3.org/2000/xmlns/");

    private final SclLimits limits;
    private final SclBuilder builder;
    private final Scopes scopes;
    private final PlainText worked = new PlainText();
    private final PlainNames.Name[] attributes = new PlainNames.Name[MOST_ATTRIBUTES];
    private final byte[][] holders = new byte[MOST_ATTRIBUTES][];
    private final int[] froms = new int[MOST_ATTRIBUTES];
    private final int[] tos = new int[MOST_ATTRIBUTES];
    private final int[] sums = new int[MOST_ATTRIBUTES];
    private final int[] openFroms;
    private final int[] openTos;
    private int depth;
    private boolean inText;
    private boolean isTextGathered;

    private PlainPass(byte[] in, SclLimits limits, SclBuilder builder, Scopes scopes) {
        super(in);
        this.limits = limits;
        this.builder = builder;
        this.scopes = scopes;
        openFroms = new int[limits.depth() + 1];
        openTos = new int[limits.depth() + 1];
    }

    /** Begins to read a file, and reads to behind the start of its root. */
    static PlainPass begin(byte[] in, SclLimits limits, SclBuilder builder) throws NotPlain {
        PlainPass pass = new PlainPass(in, limits, builder, new Scopes());
        pass.declaration();
        while (pass.depth == 0) {
            pass.blanks();
            if (pass.at >= pass.to || in[pass.at] != '<') {
                throw new NotPlain();
            }
            if (!pass.comment()) {
                pass.start();
                if (!pass.inText) {
                    throw new NotPlain(); // an empty root
                }
            }
        }
        return pass;
    }

    /**
     * Returns the pass over a later part of the file, which begins at the start of a line in the root. Its first line is 1.
     *
     * @param from the first octet of the part
     */
    PlainPass following(SclBuilder into, int from) {
        PlainPass next = new PlainPass(in, limits, into, new Scopes(scopes));
        into.open("SCL", 0, 0); // the root, which is not of the part
        next.depth = 1;
        next.openFroms[1] = openFroms[1];
        next.openTos[1] = openTos[1];
        next.at = from;
        next.lineStart = from;
        return next;
    }

    /** Returns what takes the elements. */
    SclBuilder builder() {
        return builder;
    }

    /**
     * Reads to a place in the root, or to the end of the file. The root is left open in the builder.
     *
     * @param end the place behind the last octet to read
     */
    void run(int end, Told told) throws NotPlain {
        to = end;
        while (at < to) {
            if (in[at] != '<') {
                text();
            } else if (at + 1 < to && in[at + 1] == '/') {
                end();
                if (depth == 0) {
                    epilogue();
                }
            } else if (!comment()) {
                start();
                told.element(at, builder.size());
            }
        }
        if (depth != (end == in.length ? 0 : 1)) {
            throw new NotPlain();
        }
    }

    /** Is told of each element that was opened. */
    interface Told {
        void element(int at, int number);
    }

    /** Behind the root stand blanks and comments alone. */
    private void epilogue() throws NotPlain {
        while (at < to) {
            blanks();
            if (at < to && (in[at] != '<' || !comment())) {
                throw new NotPlain();
            }
        }
    }

    /** Reads a text up to the next tag or comment; keeps it when it follows the start of an element. */
    private void text() throws NotPlain {
        int from = at;
        int sum = 0;
        boolean isWorked = false;
        boolean isBlank = true;
        while (at < to && in[at] != '<') {
            byte octet = in[at];
            byte kind = KINDS[octet & 0xFF];
            isWorked |= kind == RETURN || kind == REFERENCE || kind == BEYOND_ASCII;
            isBlank &= kind == BLANK
                    || kind == LINE
                    || kind == RETURN; // blanks of other scripts are told by the text itself
            if (kind == BRACKET && startsWith("]]>")) {
                throw new NotPlain();
            }
            special(kind);
            sum = SclBuilder.SUM_FACTOR * sum + octet;
            at++;
        }
        keep(from, sum, isWorked, isBlank);
    }

    /** Keeps what was passed over when it is the text of an element, or a piece of it. */
    private void keep(int from, int sum, boolean isWorked, boolean isBlank) throws NotPlain {
        if (!inText) {
            return;
        }
        within(at - from);
        boolean isCut = at + 1 < to && in[at + 1] == '!';
        if (isCut || isWorked || isTextGathered) {
            if (!isTextGathered) {
                worked.clear();
            }
            worked.add(in, from, at, false);
            isTextGathered = true;
        } else if (!isBlank) {
            builder.text(in, from, at, sum);
        }
    }

    private void within(int length) throws NotPlain {
        if (length > limits.textLength()) {
            throw new NotPlain();
        }
    }

    /** A tag ends a text. */
    private void endText() throws NotPlain {
        if (isTextGathered) {
            within(worked.length());
            if (!worked.isBlank()) {
                builder.text(worked.octets(), 0, worked.length(), worked.sum());
            }
            isTextGathered = false;
        }
        inText = false;
    }

    private void start() throws NotPlain {
        endText();
        int column = at - lineStart + 1;
        int startLine = line;
        int from = ++at;
        PlainNames.Name name = name();
        depth++;
        if (depth > limits.depth() || builder.size() >= limits.elements()) {
            throw new NotPlain();
        }
        openFroms[depth] = from;
        openTos[depth] = at;
        int count = attributes();
        String namespace = scopes.of(name.prefix());
        if (SclReader.NAMESPACE.equals(namespace)) {
            builder.open(name.local(), startLine, column);
        } else if (namespace == null || depth == 1) {
            throw new NotPlain();
        } else {
            builder.openForeign(namespace, name.local(), startLine, column);
        }
        if (depth == 1 && !name.local().equals("SCL")) {
            throw new NotPlain();
        }
        for (int i = 0; i < count; i++) {
            builder.attribute(attributeName(i), holders[i], froms[i], tos[i], sums[i]);
        }
        if (in[at] == '/') {
            at++;
            if (at >= to || in[at] != '>') {
                throw new NotPlain();
            }
            close();
        } else {
            inText = true;
        }
        at++;
    }

    /** Returns the number of an attribute's name, which has its namespace before it where it has one. */
    private int attributeName(int index) throws NotPlain {
        PlainNames.Name name = attributes[index];
        if (name.prefix().isEmpty()) {
            return name.number(builder);
        }
        String namespace = scopes.of(name.prefix());
        if (namespace == null) {
            throw new NotPlain();
        }
        for (int i = 0; i < index; i++) {
            boolean isSame = !attributes[i].prefix().isEmpty()
                    && attributes[i].local().equals(name.local())
                    && namespace.equals(scopes.of(attributes[i].prefix()));
            if (isSame) {
                throw new NotPlain();
            }
        }
        return builder.name("{" + namespace + "}" + name.local());
    }

    /** Reads the attributes of an element, declares its namespaces, and returns how many attributes are left. */
    private int attributes() throws NotPlain {
        int count = 0;
        while (true) {
            boolean isParted = blanks();
            if (at >= to) {
                throw new NotPlain();
            }
            if (in[at] == '>' || in[at] == '/') {
                return count;
            }
            if (!isParted || count == MOST_ATTRIBUTES) {
                throw new NotPlain();
            }
            PlainNames.Name name = name();
            if (!name.isNewIn(builder.size())) {
                throw new NotPlain();
            }
            blanks();
            if (at >= to || in[at++] != '=') {
                throw new NotPlain();
            }
            blanks();
            attributes[count] = name;
            value(count);
            if (name.isDeclaration()) {
                declare(name.prefix().isEmpty() ? "" : name.local(), count);
            } else {
                count++;
            }
        }
    }

    private void declare(String prefix, int index) throws NotPlain {
        String namespace = new String(holders[index], froms[index], tos[index] - froms[index], StandardCharsets.UTF_8);
        if (holders[index] != in // in namespaces the parser leaves blanks and references as they are
                || KEPT_PREFIXES.contains(prefix)
                || KEPT_NAMESPACES.contains(namespace)
                || namespace.isEmpty() && !prefix.isEmpty()
                || scopes.isDeclared(prefix, depth)) {
            throw new NotPlain();
        }
        // asked for at each element: found without comparing letters
        boolean isScl = namespace.equals(SclReader.NAMESPACE);
        scopes.declare(prefix, isScl ? SclReader.NAMESPACE : namespace, depth);
    }

    private void value(int index) throws NotPlain {
        if (at >= to || in[at] != '"' && in[at] != '\'') {
            throw new NotPlain();
        }
        byte quote = in[at++];
        int from = at;
        int sum = 0;
        boolean isWorked = false;
        int next = from; // the field is written where it is needed: this goes through most of the file
        while (next < to && in[next] != quote) {
            byte octet = in[next];
            byte kind = KINDS[octet & 0xFF];
            if (kind != PLAIN && octet != ' ') {
                isWorked |= kind != BRACKET;
                at = next;
                special(kind);
                next = at;
            }
            sum = SclBuilder.SUM_FACTOR * sum + octet;
            next++;
        }
        at = next;
        if (at >= to) {
            throw new NotPlain();
        }
        within(at - from);
        if (isWorked) {
            PlainText value = new PlainText();
            value.add(in, from, at, true);
            holders[index] = value.octets();
            froms[index] = 0;
            tos[index] = value.length();
            sums[index] = value.sum();
        } else {
            holders[index] = in;
            froms[index] = from;
            tos[index] = at;
            sums[index] = sum;
        }
        at++;
    }

    private void end() throws NotPlain {
        endText();
        at += 2;
        if (depth == 0 || at + openTos[depth] - openFroms[depth] >= to) {
            throw new NotPlain();
        }
        for (int open = openFroms[depth]; open < openTos[depth]; open++) {
            if (in[open] != in[at++]) {
                throw new NotPlain();
            }
        }
        blanks();
        if (at >= to || in[at] != '>') {
            throw new NotPlain();
        }
        at++;
        close();
    }

    private void close() {
        if (depth > 1) {
            builder.close(); // the root is closed when all parts are read
        }
        scopes.leave(depth);
        depth--;
        inText = false;
    }
}
