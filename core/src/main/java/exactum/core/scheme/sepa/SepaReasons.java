package exactum.core.scheme.sepa;

import exactum.core.scheme.ReturnReason;
import exactum.core.scheme.ReturnReason.Follow;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The reasons of SEPA direct debits: ISO 20022 external status reason codes as EPC016-06, EPC222-07 and EPC173-14 use them.
 * What follows from each is common practice, no source.
 */
final class SepaReasons {
    private static final String SOURCE = "EPC173-14; what follows is common practice";
    private static final Map<String, ReturnReason> ALL = Stream.of(
                    one("AC01", "account number incorrect", Follow.NEW_ACCOUNT),
                    one("AC04", "account closed", Follow.NEW_ACCOUNT),
                    one("AC06", "account blocked", Follow.NEW_ACCOUNT),
                    one("AC13", "the account is a consumer’s", Follow.NEW_ACCOUNT),
                    one("AG01", "direct debits are forbidden on this account", Follow.NEW_ACCOUNT),
                    one("AG02", "sequence or operation code wrong", Follow.FIX_DATA),
                    one("AM04", "insufficient funds", Follow.RETRY),
                    one("AM05", "collected twice", Follow.LOOK),
                    one("BE05", "creditor identifier incorrect", Follow.FIX_DATA),
                    one("CNOR", "our bank is not registered under this BIC", Follow.ASK_BANK),
                    one("DNOR", "the payer’s bank takes no debits of this scheme", Follow.NEW_ACCOUNT),
                    one("DT01", "invalid date", Follow.FIX_DATA),
                    one("ED05", "settlement failed", Follow.ASK_BANK),
                    one("FF01", "file format invalid", Follow.FIX_DATA),
                    one("FF05", "scheme wrong", Follow.FIX_DATA),
                    one("MD01", "no mandate, or not authorised by the payer", Follow.SHOW_MANDATE),
                    one("MD02", "mandate data missing or wrong", Follow.FIX_DATA),
                    one("MD06", "claimed back by the payer", Follow.ASK_PAYER),
                    one("MD07", "the payer has died", Follow.END_MANDATE),
                    one("MS02", "refused by the payer", Follow.ASK_PAYER),
                    one("MS03", "no reason given", Follow.RETRY),
                    one("RC01", "BIC incorrect", Follow.FIX_DATA),
                    one("RR01", "the payer’s account or identification is missing", Follow.FIX_DATA),
                    one("RR02", "the payer’s name or address is missing", Follow.FIX_DATA),
                    one("RR03", "our name or address is missing", Follow.FIX_DATA),
                    one("RR04", "regulatory reason", Follow.ASK_PAYER),
                    one("SL01", "the payer’s bank was told not to pay us", Follow.ASK_PAYER),
                    one("TM01", "handed over after the cut-off", Follow.FIX_DATA))
            .collect(Collectors.toMap(ReturnReason::code, Function.identity()));

    private SepaReasons() {}

    /** The reason with the code; a code that is not listed is for a person. */
    static ReturnReason of(String code) {
        ReturnReason known = ALL.get(code);
        if (known != null) return known;
        return new ReturnReason(
                code, code.isEmpty() ? "no reason given" : "a reason that is not in the list", Follow.LOOK, false, "");
    }

    private static ReturnReason one(String code, String words, Follow follow) {
        return new ReturnReason(code, words, follow, true, SOURCE);
    }
}
