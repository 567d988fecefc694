package exactum.app.documents;

import exactum.app.press.PdfPress;
import exactum.app.setup.FindSetup;
import exactum.app.setup.SellerNumber;
import exactum.app.web.Habit;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.PriceMode;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The PDF of a document: rendered when it is first needed, its bytes kept and given out unchanged ever after. */
@Component
public class DocumentPdfs {
    private final PdfStore store;
    private final PdfPress press;
    private final LookAt lookAt;
    private final FindSetup setup;

    DocumentPdfs(PdfStore store, PdfPress press, LookAt lookAt, FindSetup setup) {
        this.store = store;
        this.press = press;
        this.lookAt = lookAt;
        this.setup = setup;
    }

    /** The bytes; the same each time. No transaction is open while they are made. */
    public byte[] of(BusinessId business, Document document) {
        Optional<byte[]> kept = store.find(business, document.id());
        if (kept.isPresent()) return kept.get();
        store.keep(business, document.id(), render(business, lookAt.issued(business, document)));
        return store.find(business, document.id()).orElseThrow();
    }

    /** As it was issued, for others than its payer: without the address where it is paid. These bytes are kept nowhere. */
    public byte[] withoutLink(BusinessId business, Document document) {
        return render(business, lookAt.issued(business, document).withoutAddress());
    }

    /** The bytes of a draft, marked as one; they are kept nowhere. */
    public byte[] ofDraft(BusinessId business, Looked draft) {
        return render(business, draft);
    }

    private byte[] render(BusinessId business, Looked looked) {
        Map<String, Object> model = model(business, looked);
        return press.print("pdf/invoice", ((Habit) model.get("in")).locale(), model);
    }

    private Map<String, Object> model(BusinessId business, Looked looked) {
        Document d = looked.document();
        String address = looked.address();
        var model = new HashMap<String, Object>();
        model.put("document", d);
        var habit = new Habit(d.manner().language().locale());
        BankAccountId account = d.manner().transferTo();
        model.put("in", habit);
        model.put("lines", PrintedLine.of(d, habit));
        model.put("reductions", IssuedFigures.of(d).reductions());
        model.put("title", "kind." + d.kind().words().replace(' ', '-'));
        model.put("bank", account == null ? null : setup.bankAccount(business, account));
        model.put("number", account == null ? null : setup.number(business, account));
        model.put("parts", looked.parts());
        model.put("credited", looked.credited());
        model.put("quote", d.kind() == DocumentKind.QUOTE);
        model.put("sale", d.particulars().sale());
        model.put("offer", d.particulars().offer());
        model.put("draft", d.state() == DocumentState.DRAFT);
        model.put("address", address);
        model.put("qr", address.isEmpty() ? null : QrCode.dataAddress(address));
        model.put("serif", d.seller().typeface().equals("book"));
        model.put("footer", PdfPress.inCss(footer(d.seller())));
        model.put("headNumbers", d.seller().numbersAt(SellerNumber.BESIDE_ADDRESS));
        model.put("logo", logo(business, d.seller().logo()));
        model.put("included", d.amounts().mode() == PriceMode.TAX_INCLUDED);
        model.put("toPay", d.gross().minus(d.amounts().prepaid()));
        model.put("newLine", "\n");
        return model;
    }

    private static String footer(Party seller) {
        return Stream.concat(
                        Stream.of(seller.name(), seller.taxNumber()),
                        seller.numbersAt(SellerNumber.AT_FOOT).stream().map(n -> n.label() + " " + n.number()))
                .filter(text -> text != null && !text.isEmpty())
                .collect(Collectors.joining(" · "));
    }

    /** The logo that the document was issued with, within the paper itself; null for none. */
    private String logo(BusinessId business, String digest) {
        return digest == null
                ? null
                : setup.logo(business, digest)
                        .map(png ->
                                "data:image/png;base64," + Base64.getEncoder().encodeToString(png))
                        .orElse(null);
    }
}
