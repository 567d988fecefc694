package exactum.app.documents;

import exactum.app.layouts.Block;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.press.HybridPdf;
import exactum.app.press.PdfPress;
import exactum.app.setup.FindSetup;
import exactum.app.setup.SellerNumber;
import exactum.app.web.Habit;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.PriceMode;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.Placeholders;
import java.util.Base64;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
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
    private final Looks looks;
    private final EInvoices eInvoices;

    DocumentPdfs(PdfStore store, PdfPress press, LookAt lookAt, FindSetup setup, Looks looks, EInvoices eInvoices) {
        this.eInvoices = eInvoices;
        this.looks = looks;
        this.store = store;
        this.press = press;
        this.lookAt = lookAt;
        this.setup = setup;
    }

    /** The bytes of a document as it was issued; the same each time. No transaction is open while they are made. */
    public byte[] of(BusinessId business, Document document) {
        return kept(
                business,
                document.id(),
                PdfStore.Form.PLAIN,
                () -> render(business, lookAt.issued(business, document)));
    }

    /** The same of one that is looked at already. */
    byte[] of(BusinessId business, Looked issued) {
        return kept(business, issued.document().id(), PdfStore.Form.PLAIN, () -> render(business, issued));
    }

    /** What gives the paper of each of some issued documents, with those that were made before read at once. */
    public Function<Looked, byte[]> papers(BusinessId business, Collection<DocumentId> documents) {
        return each(business, documents, PdfStore.Form.PLAIN, issued -> render(business, issued));
    }

    /** What gives the hybrid paper of each of some, likewise. */
    public Function<Looked, byte[]> hybrids(BusinessId business, Collection<DocumentId> documents) {
        return each(
                business,
                documents,
                PdfStore.Form.HYBRID,
                issued -> hybrid(business, issued.document(), of(business, issued)));
    }

    private Function<Looked, byte[]> each(
            BusinessId business,
            Collection<DocumentId> documents,
            PdfStore.Form form,
            Function<Looked, byte[]> making) {
        Map<DocumentId, byte[]> made = store.all(business, documents, form);
        return issued -> {
            DocumentId id = issued.document().id();
            byte[] paper = made.get(id);
            return paper == null ? fresh(business, id, form, () -> making.apply(issued)) : paper;
        };
    }

    /**
     * The same paper with the e-invoice in it; its bytes too are the same each time.
     *
     * @throws Refusal if it is no e-invoice that its receiver would take
     */
    public byte[] hybrid(BusinessId business, Document document) {
        return kept(
                business,
                document.id(),
                PdfStore.Form.HYBRID,
                () -> hybrid(business, document, of(business, document)));
    }

    private byte[] hybrid(BusinessId business, Document document, byte[] paper) {
        return HybridPdf.of(paper, eInvoices.crossIndustry(business, document), document.date());
    }

    private byte[] kept(BusinessId business, DocumentId document, PdfStore.Form form, Supplier<byte[]> made) {
        return store.find(business, document, form).orElseGet(() -> fresh(business, document, form, made));
    }

    /** Of two that are made at once the one that was first. */
    private byte[] fresh(BusinessId business, DocumentId document, PdfStore.Form form, Supplier<byte[]> made) {
        byte[] fresh = made.get();
        return store.keep(business, document, form, fresh)
                ? fresh
                : store.find(business, document, form).orElseThrow();
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
        Manner.Style style = looked.document().manner().style();
        return render(
                business, looked, style == null ? Look.PLAIN : looks.of(business, style.layout(), style.edition()));
    }

    /** A paper as a look makes it, whatever it was issued with. */
    byte[] render(BusinessId business, Looked looked, Look look) {
        return press.print(
                "pdf/invoice", looked.document().manner().language().locale(), model(business, looked, look));
    }

    private Map<String, Object> model(BusinessId business, Looked looked, Look look) {
        Document d = looked.document();
        Habit habit = d.manner().habit();
        Money toPay = d.gross().minus(d.amounts().prepaid());
        var model = new HashMap<String, Object>();
        model.put("document", d);
        model.put("in", habit);
        model.put("blocks", look.blocks().stream().map(Block::code).toList());
        putOwn(model, look.texts(d.manner().language().code()), Fillings.asIssued(looked, habit));
        model.put("lines", PrintedLine.of(d, habit));
        model.put("carried", Carried.after(d.lines(), habit));
        model.put("reductions", IssuedFigures.of(d).reductions());
        model.put("title", "kind." + d.kind().words().replace(' ', '-'));
        model.put(
                "transfer",
                TransferSlip.of(business, d, List.of(), toPay, setup).orElse(null));
        model.put("transferCode", look.transferCode());
        model.put("parts", looked.parts());
        model.put("credited", looked.credited());
        model.put("quote", d.kind() == DocumentKind.QUOTE);
        model.put("sale", d.particulars().sale());
        model.put("offer", d.particulars().offer());
        model.put("draft", d.state() == DocumentState.DRAFT);
        model.put("address", looked.address());
        model.put("qr", looked.address().isEmpty() || !look.linkCode() ? null : QrCode.dataAddress(looked.address()));
        model.put("serif", d.seller().typeface().equals("book"));
        model.put("footer", PdfPress.inCss(footer(d.seller())));
        model.put("headNumbers", d.seller().numbersAt(SellerNumber.BESIDE_ADDRESS));
        model.put("logo", logo(business, d.seller().logo()));
        model.put("included", d.amounts().mode() == PriceMode.TAX_INCLUDED);
        model.put("toPay", toPay);
        model.put("newLine", "\n");
        model.put("nbsp", "\u00a0");
        return model;
    }

    private static void putOwn(Map<String, Object> model, Look.Texts own, Map<String, String> values) {
        model.put("opening", new Placeholders(own.opening()).filled(values));
        model.put("closing", new Placeholders(own.closing()).filled(values));
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
