package exactum.standins.bank;

import exactum.core.bank.Iban;
import exactum.core.money.Money;
import java.util.Arrays;

/** The accounts that the stand-in keeps, one a currency; made up, at bank codes that nobody has. */
public enum BankAccount {
    EUR("IE", "LAKE90000100114022", "18240.55", "ST-", "4.50"),
    GBP("GB", "LAKE99000100220417", "9615.20", "SG-", "3.00");

    private final Iban iban;
    private final Money opening;
    private final String series;
    private final Money monthlyFee;

    BankAccount(String country, String account, String opening, String series, String monthlyFee) {
        iban = new Iban(country + Iban.checkDigits(country, account) + account);
        this.opening = Money.of(name(), opening);
        this.series = series;
        this.monthlyFee = Money.of(name(), monthlyFee);
    }

    public static BankAccount of(String currency) {
        return valueOf(currency);
    }

    static BankAccount withIban(String iban) {
        return Arrays.stream(values())
                .filter(a -> a.iban.value().equals(iban))
                .findFirst()
                .orElse(null);
    }

    public String currency() {
        return name();
    }

    public Iban iban() {
        return iban;
    }

    public Money opening() {
        return opening;
    }

    /** How its statements are named. */
    String reference(long sequence) {
        return series + "%05d".formatted(sequence);
    }

    Money monthlyFee() {
        return monthlyFee;
    }

    Money money(String amount) {
        return Money.of(name(), amount);
    }
}
