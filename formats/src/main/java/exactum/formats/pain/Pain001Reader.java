package exactum.formats.pain;

import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import exactum.formats.xml.Fields;
import exactum.formats.xml.XmlWalk;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** Reads pain.001 (.03 and .09) of one account and day, and proves its count and control sum; for whoever receives one. */
public final class Pain001Reader {
    private static final String ROOT = "Document/CstmrCdtTrfInitn/";
    private static final String GROUP = ROOT + "PmtInf";
    private static final String ITEM = GROUP + "/CdtTrfTxInf";
    private static final XmlWalk WALK = new XmlWalk(
            Arrays.stream(Pain001Version.values())
                    .map(Pain001Version::namespace)
                    .collect(Collectors.toSet()),
            new XmlWalk.Words(
                    "transfers",
                    "The file is cut off or is not XML, at line %d. Nothing was stored.",
                    "This is no pain.001 in version .03 or .09, which are taken. Nothing was stored."));

    private Pain001Reader() {}

    /** What a file holds. */
    public record File(TransferHeader header, List<Transfer> transfers) {
        public File {
            transfers = List.copyOf(transfers);
        }
    }

    /**
     * Reads it.
     *
     * @throws Refusal if it is not whole and correct, or its sums are wrong
     */
    public static File read(InputStream in) {
        var walked = new Walked();
        WALK.walk(in, Pain001Reader::requireXml, walked);
        return walked.file();
    }

    private static void requireXml(byte[] head) {
        String guess = FormatGuess.of(head);
        if (!guess.startsWith("pain.") && !guess.startsWith("XML"))
            throw new Refusal(
                    "transfers.unknown-format", "This is %s, not pain.001. Nothing was stored.".formatted(guess));
    }

    /** What the walk has met so far. */
    private static final class Walked implements XmlWalk.Visitor {
        private final List<Transfer> transfers = new ArrayList<>();
        private String messageId = "";
        private Instant created = Instant.EPOCH;
        private String payer = "";
        private Iban from;
        private String bic = "";
        private LocalDate on;
        private int statedCount = -1;
        private BigDecimal stated;
        private String endToEnd = "";
        private String currency = "";
        private Money amount;
        private String payee = "";
        private Iban to;
        private String remittance = "";

        @Override
        public void start(String path, String ccy) {
            if (path.equals(ITEM)) remittance = "";
            else if (ccy != null) currency = ccy;
        }

        @Override
        public void end(String path, String text) {
            if (path.startsWith(ITEM)) inItem(path.substring(ITEM.length()), text);
            else if (path.startsWith(GROUP)) inGroup(path.substring(GROUP.length()), text);
            else if (path.startsWith(ROOT)) inHead(path.substring(ROOT.length()), text);
        }

        private void inHead(String path, String text) {
            switch (path) {
                case "GrpHdr/MsgId" -> messageId = Fields.id("MsgId", text);
                case "GrpHdr/CreDtTm" -> created = Instant.parse(text.endsWith("Z") ? text : text + "Z");
                case "GrpHdr/NbOfTxs" -> statedCount = count(text);
                case "GrpHdr/CtrlSum" -> stated = sum(text);
                default -> {}
            }
        }

        private void inGroup(String path, String text) {
            switch (path) {
                case "/ReqdExctnDt", "/ReqdExctnDt/Dt" -> {
                    if (!text.isBlank()) on = Fields.date("ReqdExctnDt", text);
                }
                case "/Dbtr/Nm" -> payer = Fields.text("Nm", text, 70);
                case "/DbtrAcct/Id/IBAN" -> from = new Iban(text);
                case "/DbtrAgt/FinInstnId/BIC", "/DbtrAgt/FinInstnId/BICFI" -> bic = Fields.text("BIC", text, 11);
                default -> {}
            }
        }

        private void inItem(String path, String text) {
            switch (path) {
                case "/PmtId/EndToEndId" -> endToEnd = Fields.id("EndToEndId", text);
                case "/Amt/InstdAmt" -> amount = Fields.amount("InstdAmt", currency, text);
                case "/Cdtr/Nm" -> payee = Fields.text("Nm", text, 70);
                case "/CdtrAcct/Id/IBAN" -> to = new Iban(text);
                case "/RmtInf/Ustrd" -> remittance = Fields.text("Ustrd", text, 140);
                case "" -> transfers.add(new Transfer(endToEnd, amount, payee, to, remittance));
                default -> {}
            }
        }

        private File file() {
            if (from == null || on == null || transfers.isEmpty())
                throw new Refusal("transfers.empty", "The file holds no transfers. Nothing was stored.");
            Money total = Money.sum(
                    transfers.getFirst().amount().currency(),
                    transfers.stream().map(Transfer::amount).toList());
            if (statedCount != transfers.size() || stated != null && stated.compareTo(total.amount()) != 0)
                throw new Refusal(
                        "transfers.sum",
                        "The file states %d transfers of %s and holds %d of %s. Nothing was stored."
                                .formatted(statedCount, stated, transfers.size(), total.plain()));
            return new File(
                    new TransferHeader(messageId, created, payer, from, bic, on, transfers.size(), total), transfers);
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
