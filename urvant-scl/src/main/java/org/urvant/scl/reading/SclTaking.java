package org.urvant.scl.reading;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetEncoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.text.Glob;
import org.urvant.scl.FileCheck;
import org.urvant.scl.FileComparison;
import org.urvant.scl.SclEdit;
import org.urvant.scl.SclFile;
import org.urvant.scl.SclRewriting;

/**
 * Some differences between two SCL files taken over into one of them. What comes is another file; the two stay as they are.
 *
 * @param content the file with them, in the encoding of the one that was to change
 * @param taken the differences that are gone in it
 * @param along differences that nobody asked for and that are gone with them: a node has one type, a dataset one order
 * @param left those that were wanted and cannot be taken over by themselves
 * @param reasons why, by their paths
 * @param arisen what is wrong in it and was not before
 */
public record SclTaking(
        byte[] content,
        List<Comparison.Placed> taken,
        List<Comparison.Placed> along,
        List<Comparison.Placed> left,
        Map<String, String> reasons,
        List<Finding> arisen) {
    private static final Pattern DECLARED =
            Pattern.compile("^<\\?xml[^>]{0,200}?encoding\\s*=\\s*[\"']([A-Za-z0-9._-]{1,40})[\"']");

    public SclTaking {
        content = content.clone();
        taken = List.copyOf(taken);
        along = List.copyOf(along);
        left = List.copyOf(left);
        reasons = Map.copyOf(reasons);
        arisen = List.copyOf(arisen);
    }

    /** A file as it came. */
    public record Input(byte[] content, String name) {
        public Input {
            content = content.clone();
        }

        @Override
        public byte[] content() {
            return content.clone();
        }
    }

    @Override
    public byte[] content() {
        return content.clone();
    }

    /**
     * Says what taking differences over would bring; writes nothing. What comes of it is read again and compared: it has the
     * differences that were taken no more, and none that was not there.
     *
     * @param into the file to change
     * @param from the other one
     * @param wanted patterns of the paths of what is to be taken over, as {@link FileComparison} names them
     * @param shownAs name of what comes of it, which positions show
     * @throws UnknownNameException when a pattern means no difference
     * @throws RefusedException when what would come of it is not what was wanted
     */
    public static SclTaking plan(Input into, Input from, List<String> wanted, String shownAs) {
        SclFile own = new SclReader().read(into.content(), into.name());
        SclFile other = new SclReader().read(from.content(), from.name());
        FileComparison comparison = FileComparison.between(own, other);
        List<Comparison.Placed> leaves = comparison.comparison().leaves();
        if (leaves.isEmpty()) {
            throw new RefusedException(
                    into.name() + " and " + from.name() + " do not differ", "There is nothing to take over.");
        }
        Set<Comparison.Placed> meant = new LinkedHashSet<>();
        for (String pattern : wanted) {
            Glob glob = new Glob(pattern);
            List<Comparison.Placed> found =
                    leaves.stream().filter(placed -> glob.fits(placed.path())).toList();
            if (found.isEmpty()) {
                throw new UnknownNameException(
                        "difference",
                        pattern,
                        leaves.stream().map(Comparison.Placed::path).toList());
            }
            meant.addAll(found);
        }
        List<SclEdit> edits = new ArrayList<>();
        Map<String, String> reasons = new LinkedHashMap<>();
        for (Comparison.Placed placed : meant) {
            for (SclEdit edit : comparison.edits(placed.path())) {
                if (edit instanceof SclEdit.Impossible impossible) {
                    reasons.merge(placed.path(), impossible.reason(), SclTaking::both);
                } else {
                    edits.add(edit);
                }
            }
        }
        Charset charset = charset(into);
        String text = SclRewriting.rewritten(own, decoded(into), other, decoded(from), edits);
        byte[] content = encoded(text, charset);
        SclFile after = new SclReader().read(content, shownAs);
        List<Comparison.Placed> rest = FileComparison.of(after, other).leaves();
        Set<String> still = paths(rest);
        Set<Comparison.Placed> before = Set.copyOf(leaves);
        Set<String> asked = paths(meant);
        List<Comparison.Placed> left = new ArrayList<>(
                meant.stream().filter(placed -> still.contains(placed.path())).toList());
        for (Comparison.Placed placed : rest) {
            if (!before.contains(placed) && !asked.contains(placed.path())) { // another one than was there
                left.add(placed);
                reasons.put(placed.path(), reasons.getOrDefault(within(placed.path(), reasons.keySet()), ""));
            }
        }
        left.forEach(placed -> reasons.putIfAbsent(placed.path(), "what it rests on is not sound in " + from.name()));
        left.stream()
                .filter(placed -> reasons.get(placed.path()).isEmpty())
                .findFirst()
                .ifPresent(placed -> {
                    throw new RefusedException(
                            "it cannot be taken over by itself: " + placed.path() + " would differ besides",
                            "Take over more of what belongs together, or import the other file.");
                });
        return new SclTaking(
                content,
                meant.stream().filter(placed -> !still.contains(placed.path())).toList(),
                leaves.stream()
                        .filter(placed -> !meant.contains(placed) && !still.contains(placed.path()))
                        .toList(),
                left,
                reasons,
                arisen(own, after));
    }

    private static String both(String one, String other) {
        return one.contains(other) ? one : one + "; " + other;
    }

    /** Returns the path of the element that something stands in, of those given; empty text when it stands in none. */
    private static String within(String path, Set<String> elements) {
        return elements.stream()
                .filter(element -> path.startsWith(element + "."))
                .findFirst()
                .orElse("");
    }

    private static Set<String> paths(Collection<Comparison.Placed> leaves) {
        return leaves.stream().map(Comparison.Placed::path).collect(Collectors.toSet());
    }

    private static List<Finding> arisen(SclFile before, SclFile after) {
        Set<String> known =
                FileCheck.check(before).findings().stream().map(SclTaking::told).collect(Collectors.toSet());
        return FileCheck.check(after).findings().stream()
                .filter(finding -> !known.contains(told(finding)))
                .toList();
    }

    /** Places in what is told move with what comes and goes before them. */
    private static String told(Finding finding) {
        String message = finding.message().replaceAll("\\S+:\\d+:\\d+", "").replaceAll("line \\d+", "");
        return finding.rule().id() + " " + finding.subject() + " " + message;
    }

    /** An XML file says its encoding by a byte order mark or in its first line; else it is UTF-8 (XML 1.0, appendix F). */
    private static Charset charset(Input file) {
        byte[] content = file.content;
        if (content.length > 1 && (content[0] & 0xFF) == 0xFE && (content[1] & 0xFF) == 0xFF) {
            return StandardCharsets.UTF_16BE;
        }
        if (content.length > 1 && (content[0] & 0xFF) == 0xFF && (content[1] & 0xFF) == 0xFE) {
            return StandardCharsets.UTF_16LE;
        }
        String head = new String(content, 0, Math.min(300, content.length), StandardCharsets.ISO_8859_1);
        Matcher declared = DECLARED.matcher(head.startsWith("ï»¿") ? head.substring(3) : head);
        try {
            return declared.find() ? Charset.forName(declared.group(1)) : StandardCharsets.UTF_8;
        } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
            throw new MalformedInputException(
                    Position.in(file.name()),
                    "the encoding '" + declared.group(1) + "' is not known here",
                    "Save the file as UTF-8.",
                    e);
        }
    }

    /** The byte order mark stays in the text, so that it is written again. */
    private static String decoded(Input file) {
        try {
            return charset(file)
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(file.content))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new MalformedInputException(
                    Position.in(file.name()),
                    "it has bytes that are no letters in the encoding that it says it has",
                    "Save the file as UTF-8.",
                    e);
        }
    }

    /** What the encoding has no letter for is written by its number, as XML allows in texts and values. */
    private static byte[] encoded(String text, Charset charset) {
        CharsetEncoder encoder = charset.newEncoder();
        StringBuilder written = new StringBuilder(text.length());
        if (encoder.canEncode(text)) {
            written.append(text);
        } else {
            text.codePoints().forEach(letter -> {
                String one = Character.toString(letter);
                written.append(encoder.canEncode(one) ? one : "&#" + letter + ";");
            });
        }
        ByteBuffer bytes = charset.encode(CharBuffer.wrap(written));
        byte[] content = new byte[bytes.remaining()];
        bytes.get(content);
        return content;
    }
}
