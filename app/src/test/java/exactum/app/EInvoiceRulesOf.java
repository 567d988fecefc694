package exactum.app;

import com.helger.diver.api.coord.DVRCoordinate;
import com.helger.phive.api.execute.ValidationExecutionManager;
import com.helger.phive.api.executorset.ValidationExecutorSetRegistry;
import com.helger.phive.api.validity.IValidityDeterminator;
import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.xml.source.IValidationSourceXML;
import com.helger.phive.xml.source.ValidationSourceXML;
import com.helger.xml.serialize.read.DOMReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What the official rules of EN 16931 (CEN/TC 434, by phive-rules) say of an e-invoice: errors and warnings. */
final class EInvoiceRulesOf {
    private static final ValidationExecutorSetRegistry<IValidationSourceXML> RULES =
            new ValidationExecutorSetRegistry<>();

    static {
        EN16931Validation.initEN16931(RULES);
    }

    private EInvoiceRulesOf() {}

    static List<String> ubl(byte[] file, boolean credit) {
        return said(file, credit ? EN16931Validation.VID_UBL_CREDIT_NOTE_1316 : EN16931Validation.VID_UBL_INVOICE_1316);
    }

    static List<String> cii(byte[] file) {
        return said(file, EN16931Validation.VID_CII_1316);
    }

    private static List<String> said(byte[] file, DVRCoordinate rules) {
        var said = new ArrayList<String>();
        ValidationExecutionManager.executeValidation(
                        IValidityDeterminator.createDefault(),
                        RULES.getOfID(rules),
                        ValidationSourceXML.create("invoice.xml", DOMReader.readXMLDOM(file)))
                .forEachFlattened(e -> said.add(e.getErrorID() + " " + e.getErrorText(Locale.ENGLISH)));
        return said;
    }
}
