package org.urvant.benchmarks;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** A program that only scans a file with the parser of the JDK: name and value of every attribute. Argument: the file. */
public final class StaxScan {
    private StaxScan() {}

    /** Scans, and prints how many letters there were. */
    public static void main(String[] arguments) throws IOException, XMLStreamException {
        try (InputStream in = new BufferedInputStream(Files.newInputStream(Path.of(arguments[0])), 1 << 16)) {
            System.out.println(letters(in));
        }
    }

    static long letters(InputStream in) throws XMLStreamException {
        XMLStreamReader xml = XMLInputFactory.newDefaultFactory().createXMLStreamReader(in);
        long letters = 0;
        while (xml.hasNext()) {
            if (xml.next() == XMLStreamReader.START_ELEMENT) {
                for (int i = 0; i < xml.getAttributeCount(); i++) {
                    letters += xml.getAttributeLocalName(i).length()
                            + xml.getAttributeValue(i).length();
                }
            }
        }
        return letters;
    }
}
