package exactum.app.documents;

import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.CreditorReference;
import exactum.core.bank.TransferCode;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.List;
import java.util.Optional;

/**
 * How to pay by transfer.
 *
 * @param label what the number is called
 * @param reference as it is printed
 * @param qr the code for a bank's app, as the address of a picture; null where there is none for the currency
 */
public record TransferSlip(
        String to, String label, String number, String bic, String reference, Money amount, String qr) {

    /** For an amount of a document; with a structured reference where it is for that document alone. */
    public static Optional<TransferSlip> of(
            BusinessId business, Document document, List<String> numbers, Money amount, FindSetup setup) {
        BankAccountId account = document.manner().transferTo();
        if (account == null) return Optional.empty();
        BankAccount bank = setup.bankAccount(business, account);
        AccountNumber number = setup.number(business, account);
        boolean alone = numbers.isEmpty() || numbers.equals(List.of(document.number()));
        Optional<CreditorReference> structured = alone ? CreditorReference.of(document.number()) : Optional.empty();
        String text = alone ? document.number() : String.join(" ", numbers);
        Optional<String> code = TransferCode.of(
                document.seller().name(), bank.profile().bic(), number.value(), amount, structured.orElse(null), text);
        return Optional.of(new TransferSlip(
                document.seller().name(),
                number.label(),
                number.printed(),
                bank.profile().bic(),
                code.isPresent() && structured.isPresent() ? structured.get().printed() : text,
                amount,
                code.map(QrCode::dataAddress).orElse(null)));
    }
}
