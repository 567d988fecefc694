package exactum.app.debits;

import exactum.app.audit.Audit;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Changes how a business collects over mandates. */
@Component
public class DebitSettingsOf {
    private final DebitSettingStore store;
    private final Audit audit;

    DebitSettingsOf(DebitSettingStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /** Saves all of it. */
    @Transactional
    public void save(BusinessId business, DebitSettings settings) {
        store.save(business, settings);
        audit.record(business, "changed how debits are collected", settings.toString());
    }

    /** What a payer is billed for a debit that came back; zero for nothing. */
    @Transactional
    public void fee(BusinessId business, Money fee) {
        save(business, store.of(business).withFee(fee.minor()));
    }

    /** What is done each day by itself. */
    @Transactional
    public void timer(BusinessId business, DebitSettings.Timer timer) {
        save(business, store.of(business).withTimer(timer));
    }

    /** Where it is booked what the bank takes for a debit that came back. */
    @Transactional
    public void charges(BusinessId business, DebitSettings.Charges charges) {
        save(business, store.of(business).withCharges(charges));
    }
}
