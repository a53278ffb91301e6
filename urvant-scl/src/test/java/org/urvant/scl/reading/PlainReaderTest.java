package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Position;
import org.urvant.core.progress.Progress;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.StoreForm;

/** What is read without the parser is what the parser reads, and what the parser refuses is never taken. */
class PlainReaderTest {
    private static final String OPEN = "<SCL xmlns='" + SclReader.NAMESPACE + "'>\n";
    private static final List<byte[]> FILES = List.of(
            file("../demo/F01.cid"),
            file("../demo/tp4.icd"),
            file("src/test/resources/org/urvant/scl/reading/switchyard.scd"),
            file("src/test/resources/org/urvant/scl/reading/feeder-2003.icd"),
            file("../demo/skarholm.scd"));
    private static final List<String> BITS = List.of(
            ("<!-- x -->|<!--|-->|&amp;|&lt;|&#10;|&x;|\r\n|\r|\n|\t| |]]>|]|<![CDATA[y]]>|<?p q?>|ø|\u2003|\uFFFE|😀|=|\"|'|<|>|/>|</"
                            + "|xmlns=\"\" |xmlns:a=\"urn:b\" |a:q=\"1\" |xml:lang=\"en\" |name=\"z\" |<a/>|<a:b/>|:|\0|\u007f|é=\"1\" "
                            + "|x=\"&quot;\" | a:b=\"1\" c:b=\"2\"|<x xmlns='urn:c'><y/></x>|<P type='a'>  &amp; b <!--c--> d</P>"
                            + "|<P>\r\n</P>|<P>\u2003</P>|xmlns:xml=\"urn:x\" |<IED name=\"q\">\n|</IED>\n|</SCL>|\n<IED name=\"r\"/>")
                    .split("\\|"));

    /** Of a file what stands from its root on: the parser gives a root the place of what is before it. */
    private static byte[] file(String name) {
        try {
            String text = Files.readString(Path.of(name));
            return text.substring(text.indexOf("<SCL")).getBytes(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static SclFile plain(byte[] content, int cores) {
        return new PlainReader(SclLimits.STANDARD, Progress.NONE, cores, 500).read(content, "x.scd");
    }

    private static byte[] form(SclFile file) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        StoreForm.write(file, "0".repeat(64), piece -> {
            byte[] octets = new byte[piece.remaining()];
            piece.get(octets);
            all.writeBytes(octets);
        });
        return all.toByteArray();
    }

    private static byte[] parsed(byte[] content) {
        try {
            return form(new SclReader().parsed(content, "x.scd"));
        } catch (UrvantException e) {
            return new byte[0];
        }
    }

    private static byte[] spoilt(byte[] content, Random random) {
        byte[] bit = BITS.get(random.nextInt(BITS.size())).getBytes(StandardCharsets.UTF_8);
        int at = 1 + random.nextInt(content.length - 1);
        boolean isAtTag = random.nextInt(4) > 0;
        while (isAtTag && at < content.length - 1 && "<> ".indexOf(content[at]) < 0) {
            at++;
        }
        int behind = random.nextInt(5) == 0 ? Math.min(content.length, at + random.nextInt(30)) : at;
        byte[] spoilt = Arrays.copyOf(content, at + bit.length + content.length - behind);
        System.arraycopy(bit, 0, spoilt, at, bit.length);
        System.arraycopy(content, behind, spoilt, at + bit.length, content.length - behind);
        return spoilt;
    }

    @Property(tries = 400)
    void aSpoiltFileIsReadAsTheParserReadsIt(@ForAll long seed) {
        Random random = new Random(seed);
        byte[] content = FILES.get(random.nextInt(FILES.size()));
        for (int i = random.nextInt(3); i >= 0; i--) {
            content = spoilt(content, random);
        }
        for (int cores : new int[] {1, 1 + random.nextInt(6)}) {
            SclFile read = plain(content, cores);
            if (read != null) {
                assertThat(form(read)).isEqualTo(parsed(content));
            }
        }
    }

    @Test
    void theFilesOfOthersNeedNoParser() {
        for (byte[] file : FILES) {
            for (int cores = 1; cores < 9; cores++) {
                assertThat(form(plain(file, cores))).isEqualTo(parsed(file));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<P a=\"1\" b='&lt;&quot;'>\r\n x <!-- y --> ø</P>",
                "<Private xmlns:p='urn:p' p:a='1' a='2'><p:b xmlns=''><c/></p:b></Private>",
                "<Text>\u2003</Text ><Val>a]]b</Val><a.b-c_1/>",
                "<P\tq = '\n1\r\n2\t3'\n/>"
            })
    void whatProgramsWriteIsReadWithoutTheParser(String inner) {
        byte[] content = (OPEN + inner + "\n</SCL>\n<!-- end -->\n").getBytes(StandardCharsets.UTF_8);
        assertThat(form(plain(content, 1))).isEqualTo(parsed(content)).isNotEmpty();
    }

    /** Each is not sound (XML 1.0, 2.2, 2.4, 2.5, 3.1, 4.1; Namespaces in XML 1.0, 4 to 6), or rare, and the parser's. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "<P a='1' a='2'/>",
                "<P a='1'b='2'/>",
                "<P a=1/>",
                "<P a/>",
                "<P a='<'/>",
                "<P a='&#9;'/>",
                "<P a='&b;'/>",
                "<P>a & b</P>",
                "<P>]]></P>",
                "<P>\u0001</P>",
                "<P>\uFFFF</P>",
                "<P></Q>",
                "<P>",
                "</SCL>",
                "<1/>",
                "<:a/>",
                "<a:/>",
                "<a:b/>",
                "<P a:b='1'/>",
                "<P xmlns:a='u' xmlns:b='u' a:c='1' b:c='2'/>",
                "<P xmlns:a=''/>",
                "<P xmlns:xml='u'/>",
                "<!-- a -- b -->",
                "<!-- ",
                "<!DOCTYPE SCL>",
                "<?p q?>",
                "<![CDATA[a]]>",
                "<é/>",
                "<P a='1\r2'/>",
                "<P / >",
                "<a:b:c/>"
            })
    void whatIsNotSoundIsLeftToTheParser(String inner) {
        byte[] content = (OPEN + inner + "</SCL>").getBytes(StandardCharsets.UTF_8);
        assertThat(plain(content, 1)).isNull();
    }

    @ParameterizedTest
    @ValueSource(strings = {"C3 28", "C0 80", "E0 80 80", "ED A0 80", "F4 90 80 80", "EF BF BE", "80", "C3"})
    void whatIsNoUtf8IsLeftToTheParser(String octets) {
        byte[] content = (OPEN + "<P>    </P></SCL>").getBytes(StandardCharsets.UTF_8);
        String[] each = octets.split(" ");
        for (int i = 0; i < each.length; i++) {
            content[OPEN.length() + 3 + i] = (byte) Integer.parseInt(each[i], 16);
        }
        assertThat(plain(content, 1)).isNull();
    }

    /** Places are those that an editor shows: lines and columns from 1, whatever ends the lines and however many parts are read. */
    @Property(tries = 100)
    void placesAreThoseOfTheText(@ForAll long seed) {
        Random random = new Random(seed);
        List<String> between =
                List.of("", " ", "\t", "\n", "\r\n", "\n  ", "<!-- a\n b -->", "<P a='1\n2' \n/>", "<P>\r\n</P>\n");
        StringBuilder made =
                new StringBuilder("<?xml version=\"1.0\"?>\n<!-- of\n Skarholm -->\n" + OPEN + "<Header id=''/>");
        for (int i = 0; i < 80; i++) {
            made.append(between.get(random.nextInt(between.size())));
            made.append("<IED name=\"A").append(i).append("\"/>");
        }
        String text = made.append("</SCL>").toString();
        for (int cores : new int[] {1, 2, 5}) {
            List<Ied> ieds = plain(text.getBytes(StandardCharsets.UTF_8), cores).ieds();
            assertThat(ieds).hasSize(80);
            for (Ied ied : ieds) {
                int at = text.indexOf("<IED name=\"" + ied.name() + "\"");
                long line = text.substring(0, at)
                                .chars()
                                .filter(letter -> letter == '\n')
                                .count()
                        + 1;
                int column = at - text.lastIndexOf('\n', at);
                assertThat(ied.position()).isEqualTo(new Position("x.scd", (int) line, column));
            }
        }
    }

    /**
     * Columns: what stands in the root, whether it is within 4 elements, depth 3 and texts of 40 octets, and whether the parser takes
     * it. The namespace of the root has 34 letters.
     */
    @ParameterizedTest
    @CsvSource({
        "<P/><P/><P/>, true, true",
        "<P/><P/><P/><P/>, false, false",
        "<P><P/></P>, true, true",
        "<P><P><P/></P></P>, false, false",
        "<P>0123456789012345678901234567890123456789</P>, true, true",
        "<P>01234567890123456789012345678901234567890</P>, false, false",
        "<P>01234567890123456789<!-- a -->01234567890123456789</P>, true, true",
        "<P>01234567890123456789<!-- a -->012345678901234567890</P>, false, false",
        "<P a='0123456789012345678901234567890123456789'/>, true, true",
        "<P a='01234567890123456789012345678901234567890'/>, false, false",
        "<P a='øøøøøøøøøøøøøøøøøøøøø'/>, false, true",
        "<P a='&lt;&lt;&lt;&lt;&lt;&lt;&lt;&lt;&lt;&lt;&lt;'/>, false, true",
    })
    void whatMayBeBeyondALimitIsLeftToTheParser(String inner, boolean isTaken, boolean isSound) {
        SclLimits limits = new SclLimits(1000, 4, 3, 40);
        byte[] content =
                ("<SCL xmlns='" + SclReader.NAMESPACE + "'>" + inner + "</SCL>").getBytes(StandardCharsets.UTF_8);
        assertThat(new PlainReader(limits, Progress.NONE, 1, 500).read(content, "x.scd") != null)
                .isEqualTo(isTaken);
        SclReader reader = new SclReader(limits);
        if (isSound) {
            assertThat(form(reader.read(content, "x.scd"))).isEqualTo(form(reader.parsed(content, "x.scd")));
        } else {
            assertThatThrownBy(() -> reader.read(content, "x.scd")).isInstanceOf(LimitExceededException.class);
        }
    }
}
