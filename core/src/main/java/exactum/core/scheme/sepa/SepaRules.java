package exactum.core.scheme.sepa;

import exactum.core.calendar.BankingCalendar;
import exactum.core.calendar.TargetCalendar;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.scheme.MandateReference;
import exactum.core.scheme.ReturnReason;
import exactum.core.scheme.SchemeRules;
import exactum.core.scheme.SchemeTerms;
import java.time.LocalDate;
import java.time.Period;
import java.util.Currency;
import java.util.List;
import java.util.Locale;

/** SEPA Direct Debit; Core for everybody, B2B for organisations, whose debits cannot be claimed back once authorised. */
public final class SepaRules implements SchemeRules {
    private static final Currency EURO = Currency.getInstance("EUR");
    private static final Money MOST = Money.of("EUR", "999999999.99");
    private static final LocalDate ONE_DAY_FOR_ALL = LocalDate.of(2016, 11, 20);

    public static final SepaRules CORE = new SepaRules(
            new Payers(true, false),
            List.of(new SchemeTerms(
                    ONE_DAY_FOR_ALL,
                    1,
                    14,
                    14,
                    5,
                    Period.ofWeeks(8),
                    Period.ofMonths(13),
                    Period.ofMonths(36),
                    "EPC016-06")),
            new Wording(
                    "SEPA Direct Debit Mandate",
                    "By signing this mandate form, you authorise (A) %1$s to send instructions to your bank to debit your account and (B) your bank to debit your account in accordance with the instructions from %1$s.",
                    "As part of your rights, you are entitled to a refund from your bank under the terms and conditions of your agreement with your bank. A refund must be claimed within 8 weeks starting from the date on which your account was debited. Your rights are explained in a statement that you can obtain from your bank.",
                    "EPC016-06, mandate text"),
            new Wording(
                    "SEPA-Lastschriftmandat",
                    "Ich ermächtige (A) %1$s, Zahlungen von meinem Konto mittels Lastschrift einzuziehen. Zugleich (B) weise ich mein Kreditinstitut an, die von %1$s auf mein Konto gezogenen Lastschriften einzulösen.",
                    "Hinweis: Ich kann innerhalb von acht Wochen, beginnend mit dem Belastungsdatum, die Erstattung des belasteten Betrages verlangen. Es gelten dabei die mit meinem Kreditinstitut vereinbarten Bedingungen.",
                    "EPC016-06, mandate text in German; from memory"));

    public static final SepaRules B2B = new SepaRules(
            new Payers(false, true),
            List.of(new SchemeTerms(ONE_DAY_FOR_ALL, 1, 14, 14, 3, null, null, Period.ofMonths(36), "EPC222-07")),
            new Wording(
                    "SEPA Business-to-Business Direct Debit Mandate",
                    "By signing this mandate form, you authorise (A) %1$s to send instructions to your bank to debit your account and (B) your bank to debit your account in accordance with the instructions from %1$s.",
                    "This mandate is only intended for business-to-business transactions. You are not entitled to a refund from your bank after your account has been debited, but you are entitled to request your bank not to debit your account up until the day on which the payment is due.",
                    "EPC222-07, mandate text"),
            new Wording(
                    "SEPA-Firmenlastschrift-Mandat",
                    "Ich ermächtige (A) %1$s, Zahlungen von meinem Konto mittels Lastschrift einzuziehen. Zugleich (B) weise ich mein Kreditinstitut an, die von %1$s auf mein Konto gezogenen Lastschriften einzulösen.",
                    "Hinweis: Dieses Mandat dient nur dem Einzug von Lastschriften, die auf Konten von Unternehmen gezogen sind. Ich bin nicht berechtigt, nach der erfolgten Einlösung eine Erstattung des belasteten Betrages zu verlangen. Ich bin berechtigt, mein Kreditinstitut bis zum Fälligkeitstag anzuweisen, Lastschriften nicht einzulösen.",
                    "EPC222-07, mandate text in German; from memory"));

    private final Payers payers;
    private final List<SchemeTerms> terms;
    private final Wording wording;
    private final Wording german;

    private SepaRules(Payers payers, List<SchemeTerms> terms, Wording wording, Wording german) {
        this.german = german;
        this.payers = payers;
        this.terms = terms;
        this.wording = wording;
    }

    @Override
    public Currency currency() {
        return EURO;
    }

    @Override
    public BankingCalendar calendar() {
        return TargetCalendar.INSTANCE;
    }

    @Override
    public Money most() {
        return MOST;
    }

    @Override
    public Payers payers() {
        return payers;
    }

    @Override
    public SchemeTerms termsOn(LocalDate day) {
        return terms.reversed().stream()
                .filter(t -> !t.from().isAfter(day))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "The time limits of SEPA direct debits are known from %s, not for %s"
                                .formatted(terms.getFirst().from(), day)));
    }

    @Override
    public ReturnReason reason(String code) {
        return SepaReasons.of(code);
    }

    /** EPC016-06, AT-01; EPC217-08: 1 to 35 of the carried characters without blanks, no slash at an end, no two in a row. */
    @Override
    public MandateReference reference(String typed) {
        String reference = typed.strip().toUpperCase(Locale.ROOT);
        boolean right = reference.matches("[A-Z0-9+?/:().,'-]{1,35}")
                && !reference.startsWith("/")
                && !reference.endsWith("/")
                && !reference.contains("//");
        if (right) return new MandateReference(reference);
        throw new Refusal(
                "mandate.reference",
                "“%s” cannot be a mandate reference: 1 to 35 letters, digits and + ? / : ( ) . , ' - are taken, without blanks and without / at an end."
                        .formatted(typed.strip()));
    }

    @Override
    public String text(String said, int most) {
        return SepaText.of(said, most);
    }

    @Override
    public Wording wording(String language) {
        return language.equals("de") ? german : wording;
    }

    @Override
    public Wording wording() {
        return wording;
    }
}
