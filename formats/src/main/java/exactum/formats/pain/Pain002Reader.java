package exactum.formats.pain;

import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import exactum.formats.xml.Fields;
import exactum.formats.xml.XmlWalk;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Reads pain.002 in the versions .03 and .10, as a stream; a file is read whole or refused whole, with one sentence. */
public final class Pain002Reader {
    private static final String ROOT = "Document/CstmrPmtStsRpt/";
    private static final String GROUP = ROOT + "OrgnlPmtInfAndSts";
    private static final String ITEM = GROUP + "/TxInfAndSts";
    private static final XmlWalk WALK = new XmlWalk(
            Set.of(PainVersion.MESSAGES + "pain.002.001.03", PainVersion.MESSAGES + "pain.002.001.10"),
            new XmlWalk.Words(
                    "report",
                    "The report is cut off or is not XML, at line %d. Nothing was stored. Fetch it from the bank again.",
                    "This is no pain.002 in version .03 or .10, which we read. Nothing was stored. Ask the bank for one of them."));

    private Pain002Reader() {}

    /** Whether a file is one, by its first bytes. */
    public static boolean isOne(byte[] head) {
        return FormatGuess.of(head).startsWith("pain.002");
    }

    /**
     * The report in the file.
     *
     * @throws Refusal if it is not whole and correct
     */
    public static StatusReport read(InputStream in) {
        var walked = new Walked();
        WALK.walk(in, Pain002Reader::requireXml, walked);
        return walked.report();
    }

    private static void requireXml(byte[] head) {
        String guess = FormatGuess.of(head);
        if (!guess.startsWith("pain.002") && !guess.startsWith("XML"))
            throw new Refusal(
                    "report.unknown-format",
                    "This is %s, and status reports are pain.002. Nothing was stored.".formatted(guess));
    }

    /** What the walk has met so far. */
    private static final class Walked implements XmlWalk.Visitor {
        private final List<StatusReport.OfGroup> groups = new ArrayList<>();
        private final List<StatusReport.OfItem> items = new ArrayList<>();
        private final Said whole = new Said();
        private Said group = new Said();
        private Said item = new Said();
        private String id = "";
        private String original = "";
        private String kind = "";
        private String groupId = "";
        private String endToEnd = "";
        private String mandate = "";
        private String name = "";
        private String currency;
        private Money amount;
        private LocalDate on;

        @Override
        public void start(String path, String ccy) {
            if (path.equals(GROUP)) {
                group = new Said();
                groupId = "";
            } else if (path.equals(ITEM)) {
                item = new Said();
                endToEnd = mandate = name = "";
                amount = null;
                on = null;
            } else if (ccy != null) currency = ccy;
        }

        @Override
        public void end(String path, String text) {
            if (path.startsWith(ITEM)) inItem(path.substring(ITEM.length()), text);
            else if (path.startsWith(GROUP)) inGroup(path.substring(GROUP.length()), text);
            else if (path.startsWith(ROOT)) inHead(path.substring(ROOT.length()), text);
        }

        private void inHead(String path, String text) {
            switch (path) {
                case "GrpHdr/MsgId" -> id = Fields.id("MsgId", text);
                case "OrgnlGrpInfAndSts/OrgnlMsgId" -> original = Fields.id("OrgnlMsgId", text);
                case "OrgnlGrpInfAndSts/OrgnlMsgNmId" -> kind = Fields.id("OrgnlMsgNmId", text);
                case "OrgnlGrpInfAndSts/GrpSts" -> whole.code = status("GrpSts", text);
                default -> whole.reason(path, "OrgnlGrpInfAndSts/StsRsnInf/", text);
            }
        }

        private void inGroup(String path, String text) {
            switch (path) {
                case "/OrgnlPmtInfId" -> groupId = Fields.id("OrgnlPmtInfId", text);
                case "/PmtInfSts" -> group.code = status("PmtInfSts", text);
                case "" -> groups.add(new StatusReport.OfGroup(groupId, group.status()));
                default -> group.reason(path, "/StsRsnInf/", text);
            }
        }

        private void inItem(String path, String text) {
            switch (path) {
                case "/OrgnlEndToEndId" -> endToEnd = Fields.text("OrgnlEndToEndId", text, 35);
                case "/TxSts" -> item.code = status("TxSts", text);
                case "/OrgnlTxRef/Amt/InstdAmt" -> amount = Fields.amount("InstdAmt", currency, text);
                case "/OrgnlTxRef/ReqdColltnDt" -> on = Fields.date("ReqdColltnDt", text);
                case "/OrgnlTxRef/MndtRltdInf/MndtId", "/OrgnlTxRef/MndtRltdInf/DrctDbtMndt/MndtId" ->
                    mandate = Fields.text("MndtId", text, 35);
                case "/OrgnlTxRef/Dbtr/Nm", "/OrgnlTxRef/Dbtr/Pty/Nm" -> name = Fields.text("Nm", text, 140);
                case "" ->
                    items.add(new StatusReport.OfItem(groupId, endToEnd, item.status(), amount, on, mandate, name));
                default -> item.reason(path, "/StsRsnInf/", text);
            }
        }

        private static String status(String element, String text) {
            if (text.matches("[A-Z]{4}")) return text;
            throw Fields.wrong(element, text, "a status of four letters, as RJCT");
        }

        private StatusReport report() {
            if (id.isEmpty()) throw Fields.missing("identifier (MsgId)", "The report");
            if (original.isEmpty()) throw Fields.missing("message that it is about (OrgnlMsgId)", "The report");
            return new StatusReport(id, original, kind, whole.status(), groups, items);
        }
    }

    /** A status that is being read; of several reasons the first counts. */
    private static final class Said {
        private String code = "";
        private String reason = "";
        private String words = "";

        private void reason(String path, String of, String text) {
            if (!path.startsWith(of)) return;
            switch (path.substring(of.length())) {
                case "Rsn/Cd", "Rsn/Prtry" -> reason = reason.isEmpty() ? Fields.text("Rsn", text, 35) : reason;
                case "AddtlInf" -> words = words.isEmpty() ? Fields.text("AddtlInf", text, 105) : words;
                default -> {}
            }
        }

        private StatusReport.Status status() {
            return new StatusReport.Status(code, reason, words);
        }
    }
}
