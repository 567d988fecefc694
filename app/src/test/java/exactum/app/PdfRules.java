package exactum.app;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.List;
import org.verapdf.gf.foundry.VeraGreenfieldFoundryProvider;
import org.verapdf.pdfa.Foundries;
import org.verapdf.pdfa.PDFAParser;
import org.verapdf.pdfa.flavours.PDFAFlavour;
import org.verapdf.pdfa.results.TestAssertion;

/** What a validator of PDF/A-3a (ISO 19005-3) and PDF/UA-1 (ISO 14289-1) finds in a paper. */
final class PdfRules {
    static {
        VeraGreenfieldFoundryProvider.initialise();
    }

    private PdfRules() {}

    static List<String> broken(byte[] pdf) {
        var broken = new ArrayList<String>();
        for (PDFAFlavour flavour : List.of(PDFAFlavour.PDFA_3_A, PDFAFlavour.PDFUA_1)) {
            try (PDFAParser parser = Foundries.defaultInstance().createParser(new ByteArrayInputStream(pdf), flavour)) {
                Foundries.defaultInstance()
                        .createValidator(flavour, false)
                        .validate(parser)
                        .getTestAssertions()
                        .stream()
                        .filter(a -> a.getStatus() == TestAssertion.Status.FAILED)
                        .map(a -> flavour + " " + a.getRuleId() + " " + a.getMessage())
                        .distinct()
                        .forEach(broken::add);
            } catch (Exception unreadable) {
                broken.add(unreadable.toString());
            }
        }
        return broken;
    }
}
