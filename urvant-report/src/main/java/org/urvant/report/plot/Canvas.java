package org.urvant.report.plot;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Dimension;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.batik.svggen.SVGGraphics2D;
import org.apache.batik.svggen.SVGSyntax;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Position;

/** What drawings have in common: their size, colours, strokes and letters, and how they become PNG or SVG. */
final class Canvas {
    static final Color GRID = new Color(0xC3CAD3);
    static final Color FAINT_GRID = new Color(0xE9EDF1);
    static final Color INK = new Color(0x1F2937);
    static final String FACE = Font.SANS_SERIF;
    static final Font TITLE = new Font(FACE, Font.BOLD, 18);
    static final Font NAME = new Font(FACE, Font.BOLD, 13);
    static final Font SMALL = new Font(FACE, Font.PLAIN, 13);

    private static final int WIDTH = 1280;
    private static final int HEIGHT = 800;

    /** Colours that people who see no red or green can tell apart too, each with its own dashes. */
    private static final List<Color> COLOURS = List.of(
            new Color(0x0B5FA5),
            new Color(0xC2410C),
            new Color(0x15803D),
            new Color(0x7E22CE),
            new Color(0xA16207),
            new Color(0x0E7490),
            new Color(0xBE185D),
            new Color(0x334155));

    private static final List<float[]> DASHES =
            List.of(new float[] {}, new float[] {9, 4}, new float[] {2, 3}, new float[] {12, 3, 2, 3});

    private Canvas() {}

    /** Draws something. */
    interface Drawing {
        void draw(Graphics2D graphics, int width, int height);
    }

    static byte[] of(String file, Drawing drawing) {
        String lower = file.toLowerCase(Locale.ROOT);
        if (!lower.endsWith(".png") && !lower.endsWith(".svg")) {
            throw new MalformedInputException(
                    Position.in(file), "a plot is drawn as .png or .svg", "Name the file so.");
        }
        return lower.endsWith(".png") ? png(drawing, WIDTH, HEIGHT) : svg(drawing, WIDTH, HEIGHT);
    }

    static byte[] png(Drawing drawing, int width, int height) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        try {
            draw(drawing, graphics, width, height);
        } finally {
            graphics.dispose();
        }
        try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            ImageIO.write(image, "png", out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static byte[] svg(Drawing drawing, int width, int height) {
        try (StringWriter text = new StringWriter()) {
            SVGGraphics2D graphics = new SVGGraphics2D(DocumentBuilderFactory.newDefaultInstance()
                    .newDocumentBuilder()
                    .getDOMImplementation()
                    .createDocument(SVGSyntax.SVG_NAMESPACE_URI, "svg", null));
            graphics.setSVGCanvasSize(new Dimension(width, height));
            draw(drawing, graphics, width, height);
            graphics.stream(text, true);
            String svg = text.toString().replaceFirst("(?s)<!DOCTYPE.*?>", ""); // it would name a file on the network
            return (svg.strip() + "\n").getBytes(StandardCharsets.UTF_8);
        } catch (IOException | ParserConfigurationException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void draw(Drawing drawing, Graphics2D graphics, int width, int height) {
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setPaint(Color.WHITE);
        graphics.fill(new Rectangle2D.Double(0, 0, width, height));
        try {
            drawing.draw(graphics, width, height);
        } catch (InternalError | LinkageError e) { // what the JDK throws where there are no fonts
            throw new RefusedException(
                    "nothing can be drawn: this machine has no fonts (" + e.getMessage() + ")",
                    "Install one, such as the package fonts-dejavu-core.");
        }
    }

    static Color colour(int number) {
        return COLOURS.get(number % COLOURS.size());
    }

    static BasicStroke stroke(int number) {
        float[] dashes = DASHES.get(number % DASHES.size());
        return dashes.length == 0
                ? new BasicStroke(2.4f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND)
                : new BasicStroke(2.4f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 10, dashes, 0);
    }
}
