package org.urvant.core.text;

import java.text.Normalizer;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * What names a device, protocol or display can hold.
 *
 * @param longest greatest length in characters; 0 for no bound
 * @param letters which characters
 */
public record NameRule(int longest, Letters letters) {
    /** Holds every name. */
    public static final NameRule NONE = new NameRule(0, Letters.ANY);

    /** Which characters can be held. */
    public enum Letters {
        ANY(Character.MAX_CODE_POINT),
        /** ISO/IEC 8859-1. */
        LATIN_1(0xFF),
        /** ISO/IEC 646. */
        ASCII(0x7E);

        private final int last;

        Letters(int last) {
            this.last = last;
        }

        private boolean has(int character) {
            return character <= last && !Character.isISOControl(character);
        }
    }

    /** Letters that are no plain letter with a mark, as they are written without them. */
    private static final Map<Integer, String> WRITTEN = Map.ofEntries(
            Map.entry((int) 'å', "aa"),
            Map.entry((int) 'Å', "Aa"),
            Map.entry((int) 'æ', "ae"),
            Map.entry((int) 'Æ', "Ae"),
            Map.entry((int) 'ä', "ae"),
            Map.entry((int) 'Ä', "Ae"),
            Map.entry((int) 'ø', "oe"),
            Map.entry((int) 'Ø', "Oe"),
            Map.entry((int) 'ö', "oe"),
            Map.entry((int) 'Ö', "Oe"),
            Map.entry((int) 'ü', "ue"),
            Map.entry((int) 'Ü', "Ue"),
            Map.entry((int) 'ß', "ss"),
            Map.entry((int) 'þ', "th"),
            Map.entry((int) 'ð', "d"),
            Map.entry((int) 'ł', "l"),
            Map.entry((int) 'Ł', "L"),
            Map.entry((int) '°', "deg"),
            Map.entry((int) 'µ', "u"),
            Map.entry((int) 'Ω', "Ohm"),
            Map.entry((int) '–', "-"),
            Map.entry((int) '…', "..."));

    public NameRule {
        Objects.requireNonNull(letters, "letters");
    }

    /** Returns what names both can hold. */
    public NameRule and(NameRule other) {
        boolean isBounded = longest > 0 && (other.longest == 0 || longest <= other.longest);
        return new NameRule(
                isBounded ? longest : other.longest, letters.last <= other.letters.last ? letters : other.letters);
    }

    /** Returns the name in characters that can be held; what has no such writing becomes {@code _}. */
    public String written(String name) {
        if (isPlain(name)) {
            return name; // as most are; nothing of it is written otherwise
        }
        StringBuilder text = new StringBuilder(name.length());
        // a letter and its mark can be two characters, which are one
        Normalizer.normalize(name, Normalizer.Form.NFC)
                .codePoints()
                .forEach(each -> text.append(letters.has(each) ? Character.toString(each) : replaced(each)));
        return text.toString();
    }

    private boolean isPlain(String name) {
        for (int i = 0; i < name.length(); i++) {
            if (name.charAt(i) >= 0x7F || !letters.has(name.charAt(i))) {
                return false;
            }
        }
        return true;
    }

    private String replaced(int character) {
        String known = WRITTEN.get(character);
        if (known != null) {
            return known;
        }
        String plain = Normalizer.normalize(Character.toString(character), Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "");
        boolean isHeld = !plain.isEmpty() && plain.codePoints().allMatch(letters::has);
        return isHeld ? plain : "_";
    }

    /** Returns what a name has that cannot be held, in plain words; empty when all of it can. */
    public Optional<String> misfit(String name) {
        int length = name.codePointCount(0, name.length());
        if (longest > 0 && length > longest) {
            return Optional.of("the name has " + length + " characters; at most " + longest + " can be held");
        }
        for (int at = 0; at < name.length(); at = name.offsetByCodePoints(at, 1)) {
            if (!letters.has(name.codePointAt(at))) {
                return Optional.of("the name has the character '" + Visible.of(Character.toString(name.codePointAt(at)))
                        + "', which cannot be held");
            }
        }
        return Optional.empty();
    }
}
