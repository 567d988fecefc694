package exactum.app.documents;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.Map;
import javax.imageio.ImageIO;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** A QR code (ISO/IEC 18004, error correction M) as a picture in a data address. */
public final class QrCode {
    private static final int PIXELS_A_MODULE = 4;

    private QrCode() {}

    public static String dataAddress(String text) {
        try {
            BitMatrix modules = new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M, EncodeHintType.MARGIN, 0));
            return "data:image/png;base64," + Base64.getEncoder().encodeToString(png(picture(modules)));
        } catch (WriterException e) {
            throw new IllegalArgumentException("too long for a QR code: " + text, e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Through memory alone: the library would else write a file for it first. */
    private static byte[] png(BufferedImage picture) throws IOException {
        var png = new ByteArrayOutputStream();
        try (var through = new MemoryCacheImageOutputStream(png)) {
            ImageIO.write(picture, "png", through);
        }
        return png.toByteArray();
    }

    private static BufferedImage picture(BitMatrix modules) {
        int size = modules.getWidth() * PIXELS_A_MODULE;
        var picture = new BufferedImage(size, size, BufferedImage.TYPE_BYTE_BINARY);
        Graphics2D pen = picture.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, size, size);
        pen.setColor(Color.BLACK);
        for (int y = 0; y < modules.getHeight(); y++) {
            for (int x = 0; x < modules.getWidth(); x++) {
                if (modules.get(x, y))
                    pen.fillRect(x * PIXELS_A_MODULE, y * PIXELS_A_MODULE, PIXELS_A_MODULE, PIXELS_A_MODULE);
            }
        }
        pen.dispose();
        return picture;
    }
}
