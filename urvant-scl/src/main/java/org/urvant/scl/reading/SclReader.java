package org.urvant.scl.reading;

import com.fasterxml.aalto.UncheckedStreamException;
import com.fasterxml.aalto.stax.InputFactoryImpl;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.xml.stream.Location;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Position;
import org.urvant.core.progress.Progress;
import org.urvant.scl.SclBuilder;
import org.urvant.scl.SclFile;

/**
 * Reads SCL files of any edition: those that are written plainly octet by octet, all others, and those in which something is wrong,
 * by StAX. A document type declaration is refused, so no entity can be declared and
 * nothing is fetched. Source: IEC 61850-6:2009+A1:2018.
 */
public final class SclReader {
    /** The namespace of SCL in all editions (IEC 61850-6, 8.2.2). */
    public static final String NAMESPACE = "http://www.iec.ch/61850/2003/SCL";

    private static final int MOST_ATTRIBUTES = 200;
    private static final int BYTES_AN_ELEMENT = 60; // as a station's file has it without blanks

    static final int ELEMENTS_A_TELL = 4096;

    private final SclLimits limits;
    private final Progress progress;
    private final XMLInputFactory factory;

    /** Creates a reader with {@link SclLimits#STANDARD}. */
    public SclReader() {
        this(SclLimits.STANDARD);
    }

    /** Creates a reader with limits of its own. */
    public SclReader(SclLimits limits) {
        this(limits, Progress.NONE);
    }

    /** Creates a reader with {@link SclLimits#STANDARD} that says how far it is. */
    public SclReader(Progress progress) {
        this(SclLimits.STANDARD, progress);
    }

    private SclReader(SclLimits limits, Progress progress) {
        this.limits = limits;
        this.progress = progress;
        this.factory =
                new InputFactoryImpl(); // reads twice as fast as Woodstox, cold and warm; measured on the demo relay
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    }

    /**
     * Reads a file.
     *
     * @param shownAs name that positions show
     * @throws MalformedInputException at the place where the file is not XML or not SCL
     * @throws LimitExceededException when the file exceeds a limit
     * @throws UnreachableException when it cannot be read
     */
    public SclFile read(Path file, String shownAs) {
        try {
            long length = Files.size(file);
            if (length > limits.bytes()) {
                throw new LimitExceededException(Position.in(shownAs), "file length in bytes", length, limits.bytes());
            }
            return read(Files.readAllBytes(file), shownAs);
        } catch (IOException e) {
            throw new UnreachableException(
                    "cannot read " + file, "Check the name, and that it is a file that you may read.", e);
        }
    }

    /** Reads a file from its bytes. */
    public SclFile read(byte[] bytes, String shownAs) {
        SclFile plain = new PlainReader(limits, progress).read(bytes, shownAs);
        return plain != null ? plain : parsed(bytes, shownAs);
    }

    /** Reads a file by the parser, which knows all of XML and says what is wrong. */
    SclFile parsed(byte[] bytes, String shownAs) {
        InputStream in = new ByteArrayInputStream(bytes);
        Position last = Position.in(shownAs);
        try {
            XMLStreamReader xml = factory.createXMLStreamReader(new TagGuard(in));
            Pass pass = new Pass(xml, shownAs, limits, bytes.length, progress);
            try {
                return pass.run();
            } finally {
                last = pass.here();
                xml.close();
            }
        } catch (XMLStreamException e) {
            throw mistake(shownAs, last, e);
        } catch (UncheckedStreamException e) {
            // the parser's way to fail in calls that may not throw, such as reading a text
            throw e.getCause() instanceof XMLStreamException cause
                    ? mistake(shownAs, last, cause)
                    : mistake(shownAs, last, new XMLStreamException(e.getMessage(), e));
        }
    }

    static String activity(String shownAs) {
        return "reading " + shownAs;
    }

    /** Returns a builder with room for as many elements as a file of a length has. */
    static SclBuilder builder(String shownAs, long length, SclLimits limits) {
        return new SclBuilder(shownAs, (int) Math.min(limits.elements(), 256 + length / BYTES_AN_ELEMENT));
    }

    private static UrvantException mistake(String shownAs, Position last, XMLStreamException e) {
        TagGuard.TooMany tooMany = TagGuard.TooMany.behind(e.getNestedException() == null ? e : e.getNestedException());
        return tooMany == null
                ? malformed(shownAs, e)
                : new LimitExceededException(last, "number of attributes", tooMany.found(), MOST_ATTRIBUTES);
    }

    private static MalformedInputException malformed(String shownAs, XMLStreamException e) {
        return new MalformedInputException(
                place(shownAs, e.getLocation()),
                "not sound XML: " + oneLine(e),
                "Export the file again from where it came; it may have been cut short on the way.",
                e);
    }

    private static Position place(String shownAs, Location at) {
        return at == null
                ? Position.in(shownAs)
                : new Position(shownAs, Math.max(0, at.getLineNumber()), Math.max(0, at.getColumnNumber()));
    }

    private static String oneLine(XMLStreamException e) {
        String message = String.valueOf(e.getMessage());
        int end = message.indexOf("\n at [");
        String line = (end < 0 ? message : message.substring(0, end)).replaceAll("\\p{Cntrl}+", " ");
        return line.length() > 200 ? line.substring(0, 200) + "…" : line;
    }

    /** One reading of one file. */
    private static final class Pass {
        private final XMLStreamReader xml;
        private final String shownAs;
        private final SclLimits limits;
        private final SclBuilder builder;
        private final Progress progress;
        private final String activity;
        private final long length;
        private int depth;
        private boolean inText;
        private String text;
        private StringBuilder joined;

        Pass(XMLStreamReader xml, String shownAs, SclLimits limits, long length, Progress progress) {
            this.length = length;
            this.progress = progress;
            this.activity = activity(shownAs);
            this.xml = xml;
            this.shownAs = shownAs;
            this.limits = limits;
            this.builder = builder(shownAs, length, limits);
        }

        SclFile run() throws XMLStreamException {
            while (xml.hasNext()) {
                switch (xml.next()) {
                    case XMLStreamConstants.START_ELEMENT -> {
                        endText();
                        open();
                        inText = true;
                    }
                    case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
                        if (inText) {
                            gather(xml.getText());
                        }
                    }
                    case XMLStreamConstants.END_ELEMENT -> {
                        endText();
                        builder.close();
                        depth--;
                    }
                    case XMLStreamConstants.DTD ->
                        throw new MalformedInputException(
                                here(),
                                "the file has a document type declaration",
                                "Remove the <!DOCTYPE …> part; SCL has none, and it could name outside files.");
                    case XMLStreamConstants.ENTITY_REFERENCE ->
                        throw new MalformedInputException(
                                here(),
                                "entity '" + xml.getLocalName() + "' stands here, which nothing declares",
                                "Write the text itself; SCL has no entities but those of XML.");
                    default -> {
                        // comments and processing instructions say nothing about the plant, and part no text
                    }
                }
            }
            return builder.build();
        }

        /** Comments, processing instructions and CDATA sections cut a text into pieces that belong together. */
        private void gather(String piece) {
            if (text == null) {
                text = within(piece);
            } else {
                joined = joined == null ? new StringBuilder(text) : joined;
                joined.append(piece);
                within(joined);
            }
        }

        private void endText() {
            if (inText && text != null) {
                String whole = joined == null ? text : joined.toString();
                if (!whole.isBlank()) {
                    builder.text(whole);
                }
            }
            inText = false;
            text = null;
            joined = null;
        }

        private void open() {
            if (++depth > limits.depth()) {
                throw new LimitExceededException(here(), "element depth", depth, limits.depth());
            }
            if (builder.size() >= limits.elements()) {
                throw new LimitExceededException(here(), "number of elements", builder.size() + 1L, limits.elements());
            }
            String namespace = xml.getNamespaceURI();
            String name = xml.getLocalName();
            boolean scl = NAMESPACE.equals(namespace);
            if (depth == 1 && !(scl && "SCL".equals(name))) {
                throw new MalformedInputException(
                        here(),
                        "the root element is '" + name + "'"
                                + (namespace == null || namespace.isEmpty() ? "" : " of " + namespace)
                                + "; expected 'SCL' of " + NAMESPACE,
                        "Choose an SCL file (ICD, CID, IID, SCD, SSD or SED).");
            }
            Location at = xml.getLocation();
            if (builder.size() % ELEMENTS_A_TELL == 0) {
                progress.at(activity, Math.min(length, at.getCharacterOffset()), length);
            }
            if (scl) {
                builder.open(name, at.getLineNumber(), Math.max(0, at.getColumnNumber()));
            } else {
                builder.openForeign(
                        namespace == null ? "" : namespace,
                        name,
                        at.getLineNumber(),
                        Math.max(0, at.getColumnNumber()));
            }
            if (xml.getAttributeCount() > MOST_ATTRIBUTES) {
                throw new LimitExceededException(
                        here(), "number of attributes", xml.getAttributeCount(), MOST_ATTRIBUTES);
            }
            for (int i = 0, count = xml.getAttributeCount(); i < count; i++) {
                String attributeNamespace = xml.getAttributeNamespace(i);
                String attribute = xml.getAttributeLocalName(i);
                boolean own = attributeNamespace == null || attributeNamespace.isEmpty();
                builder.attribute(
                        own ? attribute : "{" + attributeNamespace + "}" + attribute, within(xml.getAttributeValue(i)));
            }
        }

        private <T extends CharSequence> T within(T text) {
            if (text.length() > limits.textLength()) {
                throw new LimitExceededException(here(), "text length", text.length(), limits.textLength());
            }
            return text;
        }

        private Position here() {
            return place(shownAs, xml.getLocation());
        }
    }
}
