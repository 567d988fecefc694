package exactum.formats.pain;

import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import exactum.formats.FormatGuess;
import exactum.formats.xml.Fields;
import exactum.formats.xml.XmlWalk;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.stream.Collectors;

/** Reads pain.008 (.02 and .08) as a stream and proves its counts and control sums; for whoever receives one. */
public final class Pain008Reader {
    private static final String ROOT = "Document/CstmrDrctDbtInitn/";
    private static final String GROUP = ROOT + "PmtInf";
    private static final String ITEM = GROUP + "/DrctDbtTxInf";
    private static final XmlWalk WALK = new XmlWalk(
            Arrays.stream(PainVersion.values()).map(PainVersion::namespace).collect(Collectors.toSet()),
            new XmlWalk.Words(
                    "debits",
                    "The file is cut off or is not XML, at line %d. Nothing was stored.",
                    "This is no pain.008 in version .02 or .08, which are taken. Nothing was stored."));

    private Pain008Reader() {}

    /** Who is told of what the file holds. */
    public interface Visitor {
        void header(DebitHeader header);

        /** A collection, with what stands at the head of its group. */
        void debit(DebitGroup group, Debit debit);
    }

    /**
     * Reads it.
     *
     * @throws Refusal if it is not whole and correct, or its sums are wrong
     */
    public static void read(InputStream in, Visitor visitor) {
        WALK.walk(in, Pain008Reader::requireXml, new Walked(visitor));
    }

    private static void requireXml(byte[] head) {
        String guess = FormatGuess.of(head);
        if (!guess.startsWith("pain.") && !guess.startsWith("XML"))
            throw new Refusal(
                    "debits.unknown-format", "This is %s, not pain.008. Nothing was stored.".formatted(guess));
    }

    /** What is summed and what was stated. */
    private static final class Sum {
        private int count;
        private BigDecimal total = BigDecimal.ZERO;
        private int statedCount = -1;
        private BigDecimal stated;

        private void add(Money amount) {
            count++;
            total = total.add(amount.amount());
        }

        private void require(String of) {
            if (statedCount >= 0 && statedCount != count)
                throw new Refusal(
                        "debits.count",
                        "%s states %d collections and holds %d. Nothing was stored.".formatted(of, statedCount, count));
            if (stated != null && stated.compareTo(total) != 0)
                throw new Refusal(
                        "debits.sum",
                        "%s states a control total of %s and holds %s. Nothing was stored."
                                .formatted(of, stated.toPlainString(), total.toPlainString()));
        }
    }

    /** What the walk has met so far. */
    private static final class Walked implements XmlWalk.Visitor {
        private final Visitor visitor;
        private final Sum whole = new Sum();
        private Sum sum = new Sum();
        private String messageId;
        private Instant created;
        private String initiator = "";
        private DebitGroup group;
        private String groupId;
        private boolean batch;
        private Scheme scheme;
        private Sequence sequence;
        private LocalDate on;
        private String creditor = "";
        private Iban creditorAccount;
        private String creditorBic = "";
        private CreditorIdentifier identifier;
        private String endToEnd;
        private String currency;
        private Money amount;
        private String mandate;
        private LocalDate signed;
        private String former = "";
        private boolean newAccount;
        private String payer = "";
        private Iban account;
        private String bic = "";
        private String remittance = "";

        private Walked(Visitor visitor) {
            this.visitor = visitor;
        }

        @Override
        public void start(String path, String ccy) {
            if (path.equals(GROUP)) {
                sum = new Sum();
                group = null;
            } else if (path.equals(ITEM)) {
                former = payer = bic = remittance = "";
                newAccount = false;
            } else if (ccy != null) currency = ccy;
        }

        @Override
        public void end(String path, String text) {
            if (path.startsWith(ITEM)) inItem(path.substring(ITEM.length()), text);
            else if (path.startsWith(GROUP)) inGroup(path.substring(GROUP.length()), text);
            else if (path.startsWith(ROOT)) inHead(path.substring(ROOT.length()), text);
            else if (path.equals("Document/CstmrDrctDbtInitn")) whole.require("The file");
        }

        private void inHead(String path, String text) {
            switch (path) {
                case "GrpHdr/MsgId" -> messageId = Fields.id("MsgId", text);
                case "GrpHdr/CreDtTm" -> created = Instant.parse(text.endsWith("Z") ? text : text + "Z");
                case "GrpHdr/NbOfTxs" -> whole.statedCount = count(text);
                case "GrpHdr/CtrlSum" -> whole.stated = sum(text);
                case "GrpHdr/InitgPty/Nm" -> initiator = Fields.text("Nm", text, 70);
                case "GrpHdr" ->
                    visitor.header(new DebitHeader(
                            messageId,
                            created,
                            initiator,
                            whole.statedCount,
                            whole.stated == null ? null : Money.of("EUR", whole.stated.toPlainString())));
                default -> {}
            }
        }

        private void inGroup(String path, String text) {
            switch (path) {
                case "/PmtInfId" -> groupId = Fields.id("PmtInfId", text);
                case "/BtchBookg" -> batch = text.equals("true");
                case "/NbOfTxs" -> sum.statedCount = count(text);
                case "/CtrlSum" -> sum.stated = sum(text);
                case "/PmtTpInf/LclInstrm/Cd" -> scheme = LocalInstrument.scheme(text);
                case "/PmtTpInf/SeqTp" -> sequence = Sequence.of(text);
                case "/ReqdColltnDt" -> on = Fields.date("ReqdColltnDt", text);
                case "/Cdtr/Nm" -> creditor = Fields.text("Nm", text, 70);
                case "/CdtrAcct/Id/IBAN" -> creditorAccount = new Iban(text);
                case "/CdtrAgt/FinInstnId/BIC", "/CdtrAgt/FinInstnId/BICFI" ->
                    creditorBic = Fields.text("BIC", text, 11);
                case "/CdtrSchmeId/Id/PrvtId/Othr/Id" -> identifier = new CreditorIdentifier(text);
                case "" -> sum.require("Group " + groupId);
                default -> {}
            }
        }

        private void inItem(String path, String text) {
            switch (path) {
                case "/PmtId/EndToEndId" -> endToEnd = Fields.id("EndToEndId", text);
                case "/InstdAmt" -> amount = Fields.amount("InstdAmt", currency, text);
                case "/DrctDbtTx/MndtRltdInf/MndtId" -> mandate = Fields.id("MndtId", text);
                case "/DrctDbtTx/MndtRltdInf/DtOfSgntr" -> signed = Fields.date("DtOfSgntr", text);
                case "/DrctDbtTx/MndtRltdInf/AmdmntInfDtls/OrgnlMndtId" -> former = Fields.id("OrgnlMndtId", text);
                case "/DrctDbtTx/MndtRltdInf/AmdmntInfDtls/OrgnlDbtrAcct/Id/Othr/Id" ->
                    newAccount = text.equals("SMNDA");
                case "/DbtrAgt/FinInstnId/BIC", "/DbtrAgt/FinInstnId/BICFI" -> bic = Fields.text("BIC", text, 11);
                case "/Dbtr/Nm" -> payer = Fields.text("Nm", text, 70);
                case "/DbtrAcct/Id/IBAN" -> account = new Iban(text);
                case "/RmtInf/Ustrd" -> remittance = Fields.text("Ustrd", text, 140);
                case "" -> debit();
                default -> {}
            }
        }

        private void debit() {
            if (group == null)
                group = new DebitGroup(
                        groupId,
                        scheme,
                        sequence,
                        on,
                        batch,
                        new DebitGroup.Creditor(creditor, creditorAccount, creditorBic, identifier),
                        sum.statedCount,
                        sum.stated == null ? null : Money.of("EUR", sum.stated.toPlainString()));
            sum.add(amount);
            whole.add(amount);
            visitor.debit(
                    group,
                    new Debit(
                            endToEnd,
                            amount,
                            new Debit.OfMandate(new MandateReference(mandate), signed, former, newAccount),
                            new Debit.Payer(payer, account, bic),
                            remittance));
        }

        private static int count(String text) {
            if (text.matches("[0-9]{1,9}")) return Integer.parseInt(text);
            throw Fields.wrong("NbOfTxs", text, "a number");
        }

        private static BigDecimal sum(String text) {
            if (text.matches("[0-9]{1,16}(\\.[0-9]{1,2})?")) return new BigDecimal(text);
            throw Fields.wrong("CtrlSum", text, "a sum like 1368.95");
        }
    }
}
