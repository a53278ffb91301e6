package org.urvant.file;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.Locale;
import java.util.UUID;
import java.util.function.Consumer;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Position;

/** Reads and writes whole files so that a failure or a power cut leaves the old file or the new one, never half of one. */
public final class SafeFile {
    private SafeFile() {}

    /**
     * Returns the bytes of a file.
     *
     * @param most greatest length in bytes; checked before anything is read
     * @throws LimitExceededException when the file is longer
     * @throws UnreachableException when it cannot be read
     */
    public static byte[] read(Path file, long most) {
        return read(file, most, file.toString());
    }

    private static byte[] read(Path file, long most, String shownAs) {
        try {
            long length = Files.size(file);
            if (length > most) {
                throw new LimitExceededException(Position.in(shownAs), "file length in bytes", length, most);
            }
            return Files.readAllBytes(file);
        } catch (NoSuchFileException e) {
            throw new UnreachableException(
                    "there is no file " + file, "Check the name; paths count from the folder you are in.", e);
        } catch (IOException e) {
            throw new UnreachableException(
                    "cannot read " + file + " (" + reason(e) + ")",
                    "Check that it is a file and that you may read it.",
                    e);
        }
    }

    /**
     * Returns the text of a UTF-8 file, without byte order mark.
     *
     * @throws MalformedInputException at the line of the first octet that is not UTF-8
     */
    public static String readText(Path file, long most, String shownAs) {
        return text(read(file, most, shownAs), shownAs);
    }

    /** Returns the text of UTF-8 octets, without byte order mark. */
    public static String text(byte[] octets, String shownAs) {
        CharsetDecoder decoder = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        ByteBuffer in = ByteBuffer.wrap(octets);
        CharBuffer out = CharBuffer.allocate(octets.length + 1);
        CoderResult result = decoder.decode(in, out, true);
        if (result.isError()) {
            int line = 1;
            for (int i = 0; i < in.position(); i++) {
                line += octets[i] == '\n' ? 1 : 0;
            }
            throw new MalformedInputException(
                    Position.line(shownAs, line),
                    "octet " + String.format(Locale.ROOT, "%02X", octets[in.position()]) + " at offset " + in.position()
                            + " is not UTF-8",
                    "Save the file as UTF-8.",
                    new CharacterCodingException());
        }
        out.flip();
        String text = out.toString();
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    /**
     * Replaces or creates a file: written beside, synced, renamed, folder synced. Does nothing when nothing changes. A link
     * that stands in its place is replaced, never followed.
     */
    public static void write(Path file, byte[] content) {
        Path beside = beside(file);
        Path folder = file.toAbsolutePath().getParent();
        if (holds(file, content)) {
            return;
        }
        Volume.DISK.folder(folder);
        try {
            Volume.DISK.create(beside, content);
            Volume.DISK.replace(beside, file);
        } catch (UnreachableException e) {
            Volume.DISK.delete(beside);
            throw new UnreachableException(
                    "cannot write " + file + " (" + reason(e.getCause()) + "); it is as it was",
                    "Check free space and that you may write there.",
                    e.getCause());
        }
        Volume.DISK.sync(folder);
    }

    /**
     * Writes what may be lost at any time, such as a note or an index: as {@link #write} does, but without waiting for the
     * disk.
     */
    public static void writeNote(Path file, byte[] content) {
        writeNote(file, to -> to.accept(ByteBuffer.wrap(content)));
    }

    /**
     * Writes what may be lost at any time and is too large to be had as a whole.
     *
     * @param content gives it in pieces, from the beginning
     */
    public static void writeNote(Path file, Consumer<Consumer<ByteBuffer>> content) {
        Path beside = beside(file);
        Volume.DISK.folder(file.toAbsolutePath().getParent());
        try {
            try (SeekableByteChannel channel =
                    Files.newByteChannel(beside, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                content.accept(piece -> write(channel, piece));
            }
            Volume.DISK.replace(beside, file);
        } catch (IOException | UncheckedIOException | UnreachableException e) {
            Volume.DISK.delete(beside);
            throw new UnreachableException("cannot write " + file, "Check free space and that you may write there.", e);
        }
    }

    private static void write(SeekableByteChannel channel, ByteBuffer piece) {
        try {
            while (piece.hasRemaining()) {
                channel.write(piece);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Returns the name of a file beside another that nobody else takes. */
    private static Path beside(Path file) {
        return file.resolveSibling(file.getFileName() + "." + UUID.randomUUID() + ".new");
    }

    private static boolean holds(Path file, byte[] content) {
        try {
            return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
                    && Files.size(file) == content.length
                    && Arrays.equals(Files.readAllBytes(file), content);
        } catch (IOException e) {
            return false;
        }
    }

    /** Replaces or creates a UTF-8 text file as {@link #write} does. */
    public static void writeText(Path file, String text) {
        write(file, text.getBytes(StandardCharsets.UTF_8));
    }

    /** Removes a file, if it is there. */
    public static void delete(Path file) {
        Volume.DISK.delete(file);
    }

    /** Returns how many octets a file has; 0 when it is not there. */
    public static long length(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            return 0;
        }
    }

    /** Returns when a file was last written, in milliseconds since 1970; 0 when it cannot be told. */
    public static long modified(Path file) {
        try {
            return Files.getLastModifiedTime(file).toMillis();
        } catch (IOException e) {
            return 0;
        }
    }

    private static String reason(Throwable e) {
        return e instanceof IOException failure ? DiskVolume.reason(failure) : String.valueOf(e);
    }
}
