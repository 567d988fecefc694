package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.business.SaveBusiness;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import exactum.core.problem.Refusal;
import exactum.core.start.Start;
import exactum.core.start.Starts;
import exactum.core.terms.Terms;
import java.time.LocalDate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Saves what the set-up says, section by section, each in a transaction of its own. */
@Component
public class SetUp {
    private final SaveBusiness businesses;
    private final FindBusinesses find;
    private final FindSetup setup;
    private final ChangeSetupStore store;
    private final NumberStore numbers;
    private final LayoutStore layouts;
    private final Audit audit;

    SetUp(
            SaveBusiness businesses,
            FindBusinesses find,
            FindSetup setup,
            ChangeSetupStore store,
            NumberStore numbers,
            LayoutStore layouts,
            Audit audit) {
        this.businesses = businesses;
        this.find = find;
        this.setup = setup;
        this.store = store;
        this.numbers = numbers;
        this.layouts = layouts;
        this.audit = audit;
    }

    /** Adds a business with the first chart, number series and layout; who adds it is its administrator. */
    @Transactional
    public BusinessId addBusiness(Business business, String login) {
        BusinessId id = businesses.add(business, login);
        FirstChart.ACCOUNTS.forEach(a -> store.insert(id, a));
        NumberSeries.FIRST.forEach(series -> numbers.keep(id, series));
        layouts.insert(id, new Layout(Ids.next(), Layout.FIRST, true, true, true, 0));
        audit.record(id, "added a business", business.identity().legalName());
        return id;
    }

    /** Begins a business as its country proposes: rates of tax, three terms, chart and numbers. All of it can be changed. */
    @Transactional
    public BusinessId begin(Business business, String login) {
        BusinessId id = addBusiness(business, login);
        Starts.of(business.identity().country())
                .ifPresent(start -> start.rates().forEach(r -> store.insert(id, r)));
        for (Start.TermsProposal t : Start.TERMS)
            addTerms(id, t.name(), Terms.single(t.rule()), t.printed(), t.equals(Start.TERMS.getFirst()));
        return id;
    }

    /** Saves who we are, unless somebody changed it since it was shown. */
    @Transactional
    public void changeBusiness(Business business) {
        Business before = find.get(business.id());
        businesses.change(business.with(before.brand()));
        audit.record(business.id(), "changed the identity", business.name(), differences(before, business));
    }

    private static Changes differences(Business before, Business after) {
        Business.Identity was = before.identity();
        Business.Identity is = after.identity();
        return Changes.of()
                .and("legal name", was.legalName(), is.legalName())
                .and("sender of messages", was.senderName(), is.senderName())
                .and("name on bank statements", was.statementName(), is.statementName())
                .and("address", Texts.oneLine(was.address()), Texts.oneLine(is.address()))
                .and("country", was.country(), is.country())
                .and("tax number", was.taxNumber(), is.taxNumber())
                .and("sender address", was.mailFrom(), is.mailFrom())
                .and("currency", before.currency(), after.currency())
                .and("time zone", before.zone(), after.zone());
    }

    @Transactional
    public void addAccount(BusinessId business, Account account) {
        businesses.oneAtATime(business);
        if (account.name().isBlank())
            throw new Refusal("account.incomplete", "An account needs a code and a name. Nothing was saved.");
        if (setup.account(business, account.code()).isPresent()) {
            throw new Refusal(
                    "account.duplicate",
                    "There is an account %s already. Nothing was saved.".formatted(account.code()));
        }
        store.insert(business, account);
        audit.record(business, "added an account", account.label());
    }

    /** Adds a dated rate and ends the one before it on that day; no rate is ever edited. */
    @Transactional
    public void addTaxRate(BusinessId business, TaxRate rate) {
        businesses.oneAtATime(business);
        if (store.hasRateFrom(business, rate.code(), rate.validFrom())) {
            throw new Refusal(
                    "tax.not-later",
                    "There is a rate “%s” from %s or later already. Nothing was saved. Give a later first day."
                            .formatted(rate.code(), rate.validFrom()));
        }
        store.insert(business, rate);
        audit.record(business, "added a tax rate", rate.label());
    }

    /** Corrects a rate that no issued document has used; one that was used stays, and another is added from a day. */
    @Transactional
    public void correctRate(BusinessId business, TaxRate corrected) {
        businesses.oneAtATime(business);
        TaxRate before = unused(business, corrected.code(), corrected.validFrom());
        store.update(business, corrected);
        audit.record(
                business,
                "corrected a tax rate",
                before.label(),
                Changes.of()
                        .and("name", before.name(), corrected.name())
                        .and(
                                "category",
                                before.category().code(),
                                corrected.category().code())
                        .and("percent", before.percentText(), corrected.percentText())
                        .and("source", before.source(), corrected.source()));
    }

    /** Takes away a rate that no issued document has used; the one before it goes on in its place. */
    @Transactional
    public void removeRate(BusinessId business, String code, LocalDate from) {
        businesses.oneAtATime(business);
        TaxRate rate = unused(business, code, from);
        store.delete(business, rate);
        audit.record(business, "took a tax rate away", rate.label() + " from " + Texts.day(rate.validFrom()));
    }

    private TaxRate unused(BusinessId business, String code, LocalDate from) {
        TaxRate rate = setup.taxRates(business).rates().stream()
                .filter(r -> r.code().equals(code) && r.validFrom().equals(from))
                .findFirst()
                .orElseThrow(NotHere::new);
        if (store.isUsed(business, rate))
            throw new Refusal(
                    "tax.used",
                    "Issued documents have used %s from %s, so it stays as it is. Nothing was saved. Add another rate from a later day."
                            .formatted(rate.label(), Texts.day(from)));
        return rate;
    }

    /** Gives an account another name; its code stays. */
    @Transactional
    public void renameAccount(BusinessId business, AccountCode code, String name) {
        Account before = setup.account(business, code).orElseThrow(NotHere::new);
        store.rename(business, code, name);
        audit.record(business, "renamed an account", code.value(), Changes.of().and("name", before.name(), name));
    }

    /** Changes terms; documents that are issued keep what was printed. */
    @Transactional
    public void changeTerms(BusinessId business, TermsId id, String name, Terms rule, String printed) {
        businesses.oneAtATime(business);
        requireWhole(rule);
        KeptTerms before = terms(business, id);
        if (setup.terms(business).stream().anyMatch(t -> t.name().equals(name) && !t.id().equals(id)))
            throw new Refusal(
                    "terms.duplicate", "There are terms called “%s” already. Nothing was saved.".formatted(name));
        store.update(business, new KeptTerms(id, name, rule, printed, before.chosen()));
        audit.record(
                business,
                "changed terms",
                name,
                Changes.of()
                        .and("name", before.name(), name)
                        .and("due", before.terms().words(), rule.words())
                        .and("printed", before.printed(), printed));
    }

    /** Makes terms those of new arrangements. */
    @Transactional
    public void chooseTerms(BusinessId business, TermsId id) {
        businesses.oneAtATime(business);
        KeptTerms chosen = terms(business, id);
        String before = setup.terms(business).stream()
                .filter(KeptTerms::chosen)
                .findFirst()
                .map(KeptTerms::name)
                .orElse("");
        store.choose(business, id);
        audit.record(
                business,
                "chose the terms of new arrangements",
                chosen.name(),
                Changes.of().and("terms", before, chosen.name()));
    }

    /** Terms that are kept divide whatever comes. */
    private static void requireWhole(Terms terms) {
        if (!terms.problem().isEmpty())
            throw new Refusal("terms.sum", terms.problem() + " Nothing was saved.").at("share0");
    }

    private KeptTerms terms(BusinessId business, TermsId id) {
        return setup.terms(business).stream()
                .filter(t -> t.id().equals(id))
                .findFirst()
                .orElseThrow(NotHere::new);
    }

    @Transactional
    public TermsId addTerms(BusinessId business, String name, Terms rule, String printed, boolean chosen) {
        businesses.oneAtATime(business);
        requireWhole(rule);
        var terms = new KeptTerms(ChangeSetupStore.newTerms(), name, rule, printed, chosen);
        if (!store.insert(business, terms))
            throw new Refusal(
                    "terms.duplicate", "There are terms called “%s” already. Nothing was saved.".formatted(name));
        audit.record(business, "added terms", name);
        return terms.id();
    }

    /** Saves what a currency is worth from a day on. */
    @Transactional
    public void saveRate(BusinessId business, ExchangeRate rate) {
        store.keep(business, rate);
        audit.record(
                business,
                "saved an exchange rate",
                rate.from() + " " + rate.perUnit().toPlainString());
    }
}
