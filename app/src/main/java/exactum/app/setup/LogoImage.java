package exactum.app.setup;

import exactum.core.problem.Refusal;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * A logo as we keep it: drawn anew as a PNG of at most 800 by 400 pixels, so that nothing of the file but its picture is
 * kept. Its size is read before its pixels are.
 */
final class LogoImage {
    private static final int MOST_BYTES = 5 << 20;
    private static final long MOST_PIXELS = 12_000_000;
    private static final int WIDTH = 800;
    private static final int HEIGHT = 400;

    private LogoImage() {}

    /**
     * The picture as a PNG.
     *
     * @throws Refusal if it is none, or one that is too large
     */
    static byte[] of(byte[] file) {
        if (file.length > MOST_BYTES) throw refusal("A logo has at most 5 MB, and this file is larger.");
        String head = new String(file, 0, Math.min(file.length, 1000), StandardCharsets.ISO_8859_1);
        if (head.stripLeading().startsWith("<"))
            throw refusal("This is an SVG drawing, which can hold programs, so it is not taken. Export it as PNG.");
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) throw noPicture();
            ImageReader reader = readers.next();
            try {
                return read(reader, in);
            } finally {
                reader.dispose();
            }
        } catch (Refusal refused) {
            throw refused;
        } catch (IOException | RuntimeException damaged) {
            throw noPicture();
        }
    }

    private static byte[] read(ImageReader reader, ImageInputStream in) throws IOException {
        if (!reader.getFormatName().matches("(?i)png|jpe?g")) throw noPicture();
        reader.setInput(in);
        long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
        if (pixels > MOST_PIXELS)
            throw refusal("This picture is %d by %d pixels. A logo has at most 12 million; 800 by 400 is plenty."
                    .formatted(reader.getWidth(0), reader.getHeight(0)));
        var out = new ByteArrayOutputStream();
        ImageIO.write(fitted(reader.read(0)), "png", out);
        return out.toByteArray();
    }

    private static BufferedImage fitted(BufferedImage image) {
        double scale = Math.min(1, Math.min((double) WIDTH / image.getWidth(), (double) HEIGHT / image.getHeight()));
        int width = Math.max(1, (int) Math.round(image.getWidth() * scale));
        int height = Math.max(1, (int) Math.round(image.getHeight() * scale));
        var drawn = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D pen = drawn.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(image, 0, 0, width, height, null);
        pen.dispose();
        return drawn;
    }

    private static Refusal noPicture() {
        return refusal("This file is no picture that can be read. A logo is a PNG or a JPEG.");
    }

    private static Refusal refusal(String sentence) {
        return new Refusal("logo.unreadable", sentence + " Nothing was saved.").at("file");
    }
}
