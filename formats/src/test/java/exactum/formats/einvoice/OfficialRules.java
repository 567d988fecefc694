package exactum.formats.einvoice;

import com.helger.diver.api.coord.DVRCoordinate;
import com.helger.phive.api.execute.ValidationExecutionManager;
import com.helger.phive.api.executorset.ValidationExecutorSetRegistry;
import com.helger.phive.api.result.ValidationResultList;
import com.helger.phive.api.validity.IValidityDeterminator;
import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.xml.source.IValidationSourceXML;
import com.helger.phive.xml.source.ValidationSourceXML;
import com.helger.xml.serialize.read.DOMReader;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The schemas of UBL 2.1 (OASIS) and CII D16B (UN/CEFACT), and the rules of EN 16931 that CEN/TC 434 publishes (Schematron, by phive-rules). */
final class OfficialRules {
    private static final ValidationExecutorSetRegistry<IValidationSourceXML> RULES =
            new ValidationExecutorSetRegistry<>();

    static {
        EN16931Validation.initEN16931(RULES);
    }

    private OfficialRules() {}

    static byte[] ubl(EInvoice invoice) {
        var out = new ByteArrayOutputStream();
        UblWriter.write(invoice, out);
        return out.toByteArray();
    }

    static byte[] cii(EInvoice invoice) {
        var out = new ByteArrayOutputStream();
        CiiWriter.write(invoice, out);
        return out.toByteArray();
    }

    /** Errors and warnings of the UBL file that is written. */
    static List<String> ofUbl(EInvoice invoice) {
        return said(
                ubl(invoice),
                invoice.credits() == null
                        ? EN16931Validation.VID_UBL_INVOICE_1316
                        : EN16931Validation.VID_UBL_CREDIT_NOTE_1316);
    }

    /** Errors and warnings of the CII file that is written. */
    static List<String> ofCii(EInvoice invoice) {
        return said(cii(invoice), EN16931Validation.VID_CII_1316);
    }

    private static List<String> said(byte[] file, DVRCoordinate rules) {
        ValidationResultList results = ValidationExecutionManager.executeValidation(
                IValidityDeterminator.createDefault(),
                RULES.getOfID(rules),
                ValidationSourceXML.create("invoice.xml", DOMReader.readXMLDOM(file)));
        var said = new ArrayList<String>();
        results.forEachFlattened(e -> said.add(e.getErrorID() + " " + e.getErrorText(Locale.ENGLISH)));
        return said;
    }
}
