package org.urvant.benchmarks.torture;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** Makes hostile input of sound one: bytes changed, lost, doubled, moved and mixed, and what has hurt programs before put in. */
final class Mutator {
    private static final List<String> SPITEFUL = List.of(
            "1e999999999",
            "-1e-999999999",
            "9".repeat(400),
            "0x7fffffffffffffff",
            "NaN",
            "-0",
            "\u0000",
            "\u202e",
            "\u001b[2J",
            "\ufeff",
            "\ud83d\ude00",
            "\u0661\u0662\u0663",
            "<![CDATA[",
            "<!DOCTYPE x [<!ENTITY a \"aaaa\">]>",
            "&a;",
            "</SCL>",
            "[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[",
            "{\"a\":{\"a\":{\"a\":{\"a\":{\"a\":{\"a\":",
            "((((((((((((((((((((((((((((((((",
            "NOT NOT NOT NOT NOT NOT NOT NOT ",
            "\"",
            "'",
            "\\",
            "../../etc/passwd",
            "=1+1",
            "\r\n\r\n",
            ",,,,,,,,,,,,,,,,,,,,,,,,",
            "&anchor [*anchor, *anchor]",
            "!!java.lang.Runtime {}",
            "a".repeat(5_000),
            "T#" + "9".repeat(190),
            "0:".repeat(30_000) + "x",
            "a" + ".a".repeat(30_000),
            "-1,".repeat(20_000));
    private static final int ZIP_MAGIC = 0x504b;
    private static final int MOST_ENTRY = 10_000_000;

    private final SplittableRandom random;

    Mutator(long seed) {
        this.random = new SplittableRandom(seed);
    }

    /** Returns one input made of sound ones. */
    byte[] next(List<byte[]> corpus) {
        byte[] sound = corpus.get(random.nextInt(corpus.size()));
        boolean isZip = sound.length > 4 && ((sound[0] << 8) | sound[1]) == ZIP_MAGIC;
        if (isZip && random.nextInt(4) > 0) {
            return insideZip(sound, corpus);
        }
        return changed(sound, corpus);
    }

    private byte[] changed(byte[] sound, List<byte[]> corpus) {
        byte[] bytes = sound;
        for (int left = 1 + random.nextInt(4); left > 0; left--) {
            bytes = step(bytes, corpus);
        }
        return bytes;
    }

    private byte[] step(byte[] bytes, List<byte[]> corpus) {
        if (bytes.length == 0) {
            return spiteful();
        }
        int at = random.nextInt(bytes.length);
        int length = Math.min(bytes.length - at, 1 + random.nextInt(random.nextBoolean() ? 8 : 400));
        return switch (random.nextInt(8)) {
            case 0 -> {
                byte[] flipped = bytes.clone();
                flipped[at] ^= (byte) (1 << random.nextInt(8));
                yield flipped;
            }
            case 1 -> {
                byte[] other = bytes.clone();
                other[at] = (byte) random.nextInt(256);
                yield other;
            }
            case 2 -> joined(bytes, at, new byte[0], at + length);
            case 3 -> joined(bytes, at, Arrays.copyOfRange(bytes, at, at + length), at);
            case 4 -> Arrays.copyOf(bytes, at);
            case 5 -> {
                byte[] mate = corpus.get(random.nextInt(corpus.size()));
                int from = mate.length == 0 ? 0 : random.nextInt(mate.length);
                int to = Math.min(mate.length, from + 1 + random.nextInt(600));
                yield joined(bytes, at, Arrays.copyOfRange(mate, from, to), at + length);
            }
            case 6 -> joined(bytes, at, spiteful(), at);
            default -> joined(bytes, at, spiteful(), at + length);
        };
    }

    private byte[] spiteful() {
        return SPITEFUL.get(random.nextInt(SPITEFUL.size())).getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] joined(byte[] bytes, int until, byte[] middle, int from) {
        byte[] all = Arrays.copyOf(bytes, until + middle.length + bytes.length - from);
        System.arraycopy(middle, 0, all, until, middle.length);
        System.arraycopy(bytes, from, all, until + middle.length, bytes.length - from);
        return all;
    }

    /** A changed byte in an archive mostly breaks the archive; what its parts say is changed here, and packed again. */
    private byte[] insideZip(byte[] archive, List<byte[]> corpus) {
        try {
            Map<String, byte[]> parts = new LinkedHashMap<>();
            try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(archive))) {
                for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                    parts.put(entry.getName(), in.readNBytes(MOST_ENTRY));
                }
            }
            List<String> names = List.copyOf(parts.keySet());
            String name = names.get(random.nextInt(names.size()));
            parts.put(name, changed(parts.get(name), corpus));
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try (ZipOutputStream zip = new ZipOutputStream(out)) {
                for (Map.Entry<String, byte[]> part : parts.entrySet()) {
                    zip.putNextEntry(new ZipEntry(part.getKey()));
                    zip.write(part.getValue());
                }
            }
            return out.toByteArray();
        } catch (IOException e) {
            return archive;
        }
    }
}
