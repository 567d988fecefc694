package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.Delivery;
import exactum.app.customers.FindCustomers;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Mail;
import exactum.app.customers.PaysBy;
import exactum.app.database.Ids;
import exactum.app.layouts.Look;
import exactum.app.layouts.Looks;
import exactum.app.ledger.Ledger;
import exactum.app.mandates.FindMandates;
import exactum.app.mandates.Mandate;
import exactum.app.mandates.MandatePaper;
import exactum.app.setup.Account;
import exactum.app.setup.BankAccount;
import exactum.app.setup.Creditor;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.setup.KeptTerms;
import exactum.app.setup.Layout;
import exactum.app.setup.NumberSeries;
import exactum.app.web.Habit;
import exactum.app.web.Wordings;
import exactum.core.calendar.BankingCalendar;
import exactum.core.calendar.Clearing;
import exactum.core.document.Creditable;
import exactum.core.document.Crediting;
import exactum.core.document.DocumentKind;
import exactum.core.document.TaxRates;
import exactum.core.document.TaxTreatment;
import exactum.core.document.TaxedLine;
import exactum.core.document.Totals;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.TermsId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Bookings;
import exactum.core.mandate.MandateState;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Billed;
import exactum.core.settlement.Claim;
import exactum.core.settlement.TaxShare;
import exactum.core.terms.Anchor;
import exactum.core.terms.Anchors;
import exactum.core.terms.DueRule;
import exactum.core.terms.Instalment;
import exactum.core.terms.Schedule;
import exactum.core.terms.Terms;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Computes what issuing a draft would do. Planning, rehearsing, composing and issuing all use it, so they agree to the cent. */
@Component
public class PrepareDocuments {
    private static final Terms AT_ONCE = Terms.single(DueRule.daysAfter(Anchor.ISSUE, 0));
    private final FindBusinesses businesses;
    private final FindCustomers customers;
    private final BillingRules rules;
    private final FindSetup setup;
    private final FreeAccounts free;
    private final Ledger ledger;
    private final Wordings words;
    private final CreditableStore creditables;
    private final FindMandates mandates;
    private final MandatePaper paper;

    private final Looks looks;
    private final EInvoices eInvoices;

    PrepareDocuments(
            FindBusinesses businesses,
            FindCustomers customers,
            BillingRules rules,
            FindSetup setup,
            FreeAccounts free,
            Ledger ledger,
            Wordings words,
            CreditableStore creditables,
            FindMandates mandates,
            MandatePaper paper,
            Looks looks,
            EInvoices eInvoices) {
        this.eInvoices = eInvoices;
        this.creditables = creditables;
        this.mandates = mandates;
        this.paper = paper;
        this.businesses = businesses;
        this.customers = customers;
        this.rules = rules;
        this.setup = setup;
        this.free = free;
        this.ledger = ledger;
        this.words = words;
        this.looks = looks;
    }

    /** What is set up, read once for many drafts. */
    public Desk desk(BusinessId business) {
        return new Desk(businesses.get(business));
    }

    /** A place to prepare many drafts of one business at; not for several threads at once. */
    public final class Desk {
        private final Business business;
        private final Party seller;
        private final TaxRates rates;
        private final Map<TermsId, KeptTerms> terms;
        private final AccountCode deposits;
        private final BankingCalendar calendar;
        private final Set<AccountCode> accounts;
        private final Map<String, NumberSeries> series = new HashMap<>();
        private final Map<CustomerId, Customer> known = new HashMap<>();
        private final Map<CustomerId, HowBilled> billed = new HashMap<>();
        private final Map<CustomerId, Optional<Mandate>> covering = new HashMap<>();
        private final Map<UUID, Layout> layouts;
        private final Map<UUID, Look> newest;
        private final Map<UUID, Party> sellers = new HashMap<>();
        private final List<BankAccount> banks;
        private final Optional<Creditor> creditor;
        private final Map<String, ExchangeRate> exchange = new HashMap<>();

        private Desk(Business business) {
            this.business = business;
            calendar = Clearing.of(business.currency()).calendar();
            seller = Party.of(business, setup.sellerNumbers(business.id()));
            rates = setup.taxRates(business.id());
            terms = setup.termsById(business.id());
            layouts = setup.layouts(business.id()).stream().collect(Collectors.toMap(Layout::id, l -> l));
            newest = looks.now(business.id());
            banks = setup.bankAccounts(business.id());
            creditor = paper.findCreditor(business.id());
            deposits = ledger.accounts(business.id()).of(AccountRole.DEPOSITS);
            accounts = free.forSales(business.id()).stream().map(Account::code).collect(Collectors.toSet());
        }

        public TaxRates rates() {
            return rates;
        }

        /** Reads customers at once that drafts will need. */
        public Desk with(Collection<CustomerId> wanted) {
            List<CustomerId> unknown =
                    wanted.stream().filter(c -> !known.containsKey(c)).toList();
            known.putAll(customers.byId(business.id(), unknown));
            billed.putAll(rules.of(business.id(), unknown));
            return this;
        }

        /**
         * Prepares a draft.
         *
         * @throws Refusal if it cannot be issued as it is: a rate that is not valid on its date, nothing to pay, more than
         *     can be counted
         */
        public Prepared prepare(Draft draft) {
            try {
                return prepared(draft);
            } catch (ArithmeticException tooLarge) {
                throw new Refusal("document.too-large", "It comes to more than can be counted. Nothing was made.");
            }
        }

        private Prepared prepared(Draft typed) {
            Customer customer = customer(typed.customer());
            HowBilled how = billed(typed.customer());
            Summed summed = typed.particulars().back() == null ? summed(typed, customer, how) : takenBack(typed);
            Draft draft = summed.draft();
            List<TaxedLine> lines = summed.lines();
            Totals totals = summed.totals();
            Draft.Content content = draft.content();
            Issuable.requirePayable(draft, totals, deposits);
            Issuable.requireAccounts(content.lines(), accounts);
            ExchangeRate rate = rate(draft);
            List<Bookings.Income> incomes = incomes(lines, totals, rate);
            Valued tax = rate.value(totals.tax()).value();
            Valued worth = tax;
            for (Bookings.Income income : incomes) worth = worth.plus(income.net());
            Prepared.Asked asked = asked(draft, totals.gross());
            var prepared = new Prepared(
                    draft,
                    lines,
                    totals,
                    rate,
                    incomes,
                    tax,
                    worth,
                    claims(draft, totals, worth, asked),
                    seller(layout(how, content.sending())),
                    Party.of(customer),
                    manner(draft, customer, how, lines),
                    customer.code(),
                    asked,
                    series(draft.kind()),
                    sentTo(customer, content.sending()));
            if (prepared.manner().delivery().isForPrograms())
                Issuable.requireGood(eInvoices.problems(business.id(), prepared));
            return prepared;
        }

        /** A draft with the rates of its lines and what it comes to. */
        private record Summed(Draft draft, List<TaxedLine> lines, Totals totals) {}

        private Summed summed(Draft draft, Customer customer, HowBilled how) {
            Draft.Content content = draft.content();
            TaxRates treated = treated(customer, how.tax().value());
            List<TaxedLine> lines = content.lines().stream()
                    .map(l -> new TaxedLine(l, l.isText() ? null : treated.on(l.taxCode(), draft.date())))
                    .toList();
            return new Summed(
                    draft, lines, Totals.of(content.currency(), content.mode(), lines, content.adjustments()));
        }

        /** A credit note as what is left of its document makes it, by then. */
        private Summed takenBack(Draft draft) {
            Creditable of = creditables.of(business.id(), draft.origin().credited());
            Crediting.Credit credit = TakenBack.of(draft, of);
            Draft mirrored =
                    draft.with(credit.lines().stream().map(TaxedLine::line).toList(), credit.adjustments());
            return new Summed(mirrored, credit.lines(), credit.totals());
        }

        private ExchangeRate rate(Draft draft) {
            Currency currency = draft.content().currency();
            if (draft.particulars().back() != null && !currency.equals(business.currency()))
                return creditables
                        .rate(business.id(), draft.origin().credited(), business.currency())
                        .orElseGet(() -> setup.rate(business.id(), currency, draft.date()));
            return exchange.computeIfAbsent(
                    currency + "/" + draft.date(), k -> setup.rate(business.id(), currency, draft.date()));
        }

        /** The addresses it goes to: its own or the customer's, and ours where a copy is wanted. */
        private List<String> sentTo(Customer customer, Draft.Sending sending) {
            List<String> theirs =
                    sending.recipients().isEmpty() ? customer.recipients().of(Mail.INVOICES) : sending.recipients();
            if (!sending.copyToUs() || theirs.isEmpty()) return theirs;
            return Stream.concat(theirs.stream(), Stream.of(business.identity().mailFrom()))
                    .distinct()
                    .toList();
        }

        private static Delivery delivery(HowBilled how, Draft.Sending sending) {
            return sending.delivery() == null ? how.delivery().value() : sending.delivery();
        }

        /** The seller as papers of a layout show them. */
        private Party seller(Layout layout) {
            return sellers.computeIfAbsent(
                    layout.id(),
                    id -> seller.in(newest.getOrDefault(id, Look.PLAIN).brand()));
        }

        /** Its own layout; the customer's where it has none, or one that is not there any more. */
        private Layout layout(HowBilled how, Draft.Sending sending) {
            Layout usual = layouts.get(how.layout().value());
            return sending.layout() == null ? usual : layouts.getOrDefault(sending.layout(), usual);
        }

        /** The rates as the customer's treatment makes them. */
        private TaxRates treated(Customer customer, HowBilled.Tax tax) {
            if (tax.treatment() == TaxTreatment.REVERSE_CHARGE && customer.taxNumber() == null)
                throw new Refusal(
                        "document.no-tax-number",
                        "%s is billed under reverse charge, which needs their tax number. Nothing was made. Add it on their page."
                                .formatted(customer.name()));
            return rates.under(tax.treatment(), tax.reason());
        }

        private Manner manner(Draft draft, Customer customer, HowBilled how, List<TaxedLine> lines) {
            Draft.Content content = draft.content();
            HowBilled.Tax tax = how.tax().value();
            boolean otherwise = tax.treatment() != TaxTreatment.DOMESTIC
                    && lines.stream()
                            .anyMatch(l -> l.rate() != null
                                    && l.rate().code().equals(tax.treatment().words()));
            Layout layout = layout(how, content.sending());
            PaysBy pays = content.sending().paysBy() == null
                    ? how.paysBy().value()
                    : content.sending().paysBy();
            Manner collected = new Manner(
                            how.language().value(),
                            delivery(how, content.sending()),
                            customer.serviceAddress(),
                            otherwise ? taxNote(how) : "",
                            false,
                            null,
                            new Manner.Style(
                                    layout.id(),
                                    layout.edition(),
                                    how.figures().value(),
                                    how.days().value()))
                    .said(content.sending().paysBy());
            if (draft.isOnFile()) return collected;
            return pays == PaysBy.COLLECTED
                    ? debited(collected, customer, content.currency())
                    : asked(collected, layout, pays, content.currency());
        }

        /** With the mandate that covers what is made for the customer now, where there is one. */
        private Manner debited(Manner collected, Customer customer, Currency currency) {
            return covering(customer.id())
                    .filter(m -> m.state() == MandateState.ACTIVE)
                    .filter(m -> m.authority().scheme().rules().currency().equals(currency))
                    .flatMap(m -> creditor.map(c -> new Manner(
                            collected.language(),
                            collected.delivery(),
                            collected.serviceAddress(),
                            collected.taxNote(),
                            false,
                            null,
                            new Manner.Debited(
                                    m.reference().value(),
                                    m.payer().ending(),
                                    c.identifier().value()),
                            collected.style(),
                            collected.own())))
                    .orElse(collected);
        }

        /** The first that is asked for is read together with those of all customers who are known by then. */
        private Optional<Mandate> covering(CustomerId customer) {
            if (!covering.containsKey(customer)) {
                List<CustomerId> unasked = known.keySet().stream()
                        .filter(c -> !covering.containsKey(c))
                        .toList();
                Map<CustomerId, Mandate> found = mandates.forCustomers(business.id(), unasked);
                unasked.forEach(c -> covering.put(c, Optional.ofNullable(found.get(c))));
            }
            return covering.get(customer);
        }

        /** How a document of ours is paid where its payer is asked for it; a card where nothing else is left. */
        private Manner asked(Manner manner, Layout layout, PaysBy pays, Currency currency) {
            UUID account = layout.byTransfer() && pays.mayBeTransfer()
                    ? banks.stream()
                            .filter(b -> b.opening().currency().equals(currency))
                            .findFirst()
                            .map(b -> b.id().value())
                            .orElse(null)
                    : null;
            return manner.paid(layout.byCard() && pays.mayBeCard() || account == null, account);
        }

        /** How a document that we were to collect speaks once its payer is asked for it. */
        Manner asked(Document document) {
            HowBilled how = billed(document.customer());
            PaysBy usual = how.paysBy().value();
            return asked(
                    document.manner(),
                    layouts.get(how.layout().value()),
                    usual == PaysBy.COLLECTED ? PaysBy.EITHER : usual,
                    document.gross().currency());
        }

        private HowBilled billed(CustomerId customer) {
            return billed.computeIfAbsent(customer, c -> rules.of(business.id(), c));
        }

        private String taxNote(HowBilled how) {
            HowBilled.Tax tax = how.tax().value();
            Habit habit = how.habit();
            return tax.reason().isEmpty()
                    ? words.say(habit, "treatment." + tax.treatment().words().replace(' ', '-'))
                    : tax.reason();
        }

        /** A customer, as this desk knows them. */
        public Customer customer(CustomerId id) {
            return known.computeIfAbsent(id, c -> customers.get(business.id(), c));
        }

        private KeptTerms terms(TermsId id) {
            KeptTerms found = terms.get(id);
            if (found == null)
                throw new Refusal("document.no-terms", "Its terms are not there any more. Nothing was made.");
            return found;
        }

        private NumberSeries series(DocumentKind kind) {
            return series.computeIfAbsent(
                    NumberSeries.of(kind),
                    name -> setup.series(business.id(), name)
                            .orElseThrow(() -> new Refusal(
                                    "document.no-series",
                                    "There is no number series for %s yet. Nothing was made. Add it in Set-up."
                                            .formatted(name))));
        }

        private List<Bookings.Income> incomes(List<TaxedLine> lines, Totals totals, ExchangeRate rate) {
            Map<List<Object>, Money> nets = new LinkedHashMap<>();
            for (int i = 0; i < lines.size(); i++) {
                if (lines.get(i).line().isText()) continue;
                List<Object> key = List.of(
                        lines.get(i).line().account(), lines.get(i).line().tags());
                nets.merge(key, totals.nets().get(i), Money::plus);
            }
            var incomes = new ArrayList<Bookings.Income>();
            nets.forEach((key, net) -> {
                @SuppressWarnings("unchecked")
                List<String> tags = (List<String>) key.get(1);
                if (!net.isZero())
                    incomes.add(new Bookings.Income(
                            (AccountCode) key.get(0), rate.value(net).value(), tags));
            });
            return incomes;
        }

        private Prepared.Asked asked(Draft draft, Money gross) {
            if (draft.kind() == DocumentKind.CASH_SALE)
                return new Prepared.Asked("", AT_ONCE, AT_ONCE.schedule(gross, Anchors.of(draft.date()), calendar));
            if (draft.terms() == null && draft.own() == null) return Prepared.Asked.NOTHING;
            KeptTerms kept = draft.terms() == null ? null : terms(draft.terms());
            Terms rule = draft.own() != null ? draft.own() : kept.terms();
            var anchors = anchors(draft);
            Schedule schedule = rule.schedule(gross, anchors, calendar);
            return new Prepared.Asked(draft.own() != null ? "" : kept.printed(), rule, schedule);
        }

        /** A quote counts as if it were accepted on its own date; the invoice then counts from its own. */
        private static Anchors anchors(Draft draft) {
            LocalDate accepted = draft.kind() == DocumentKind.QUOTE
                    ? draft.date()
                    : draft.particulars().acceptedOn();
            return Anchors.of(draft.date(), draft.content().period()).accepted(accepted);
        }

        private List<Claim> claims(Draft draft, Totals totals, Valued worth, Prepared.Asked asked) {
            if (!draft.kind().isOwed()) return List.of();
            boolean deposit = draft.content().lines().stream().anyMatch(l -> deposits.equals(l.account()));
            var billed = new Billed(
                    draft.id(),
                    "",
                    draft.date(),
                    deposit,
                    asked.countsWhole(),
                    totals.taxGroups().stream()
                            .map(g -> new TaxShare(g.base(), g.tax()))
                            .toList());
            var claims = new ArrayList<Claim>();
            Valued rest = worth;
            for (Instalment one : asked.schedule().instalments()) {
                Valued part = rest.part(one.amount());
                rest = rest.minus(part);
                claims.add(Claim.fresh(
                        new ClaimId(Ids.next()),
                        draft.customer(),
                        billed,
                        one.seq(),
                        one.due(),
                        part,
                        one.early(),
                        new Claim.Said(one.description(), one.method(), one.expected(), 0)));
            }
            return claims;
        }
    }
}
