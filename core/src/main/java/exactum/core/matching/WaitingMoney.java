package exactum.core.matching;

import exactum.core.bank.WaitingKind;
import exactum.core.matching.Proposal.Part;
import exactum.core.money.Money;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Waiting money that a line may be, in or out: by reference, by amount and name, by how the bank marks it. */
final class WaitingMoney {
    private static final int TO_THE_CENT = 30;
    private static final int SHORT_REFERENCE = 65;
    private static final int AMOUNT = 65;
    private static final int AMOUNT_AND_NAME = 97;
    private static final int OF_SEVERAL = 75;
    private static final int MARKED = 32;
    private static final int LESS_CAME = 20;
    private static final int OF_BUNDLE = 10;
    private static final int FAR_DAYS = 45;
    private static final int FAR = -15;
    private static final int OTHER_NAME = -25;
    private final MatchIndex index;
    private final Taken taken;
    private final Asked asked;
    private final Named named;
    private final Drafts drafts;
    private final Money left;
    private final Names counterparty;
    private final Names text;

    WaitingMoney(MatchIndex index, Taken taken, Asked asked, Named named, Drafts drafts) {
        this.index = index;
        this.taken = taken;
        this.asked = asked;
        this.named = named;
        this.drafts = drafts;
        left = asked.left();
        counterparty = Names.of(asked.said().counterparty());
        text = Names.of(asked.said().remittance());
    }

    void propose() {
        named.exact().forEach(this::byReference);
        List<Candidate.Waiting> equal = index.ofAmount(left).stream()
                .filter(Candidate.Waiting.class::isInstance)
                .map(Candidate.Waiting.class::cast)
                .map(taken::left)
                .filter(Objects::nonNull)
                .filter(w -> w.left().equals(left) && !named.exact().containsKey(w))
                .toList();
        List<Candidate.Waiting> ofName = equal.stream().filter(this::isNamed).toList();
        for (Candidate.Waiting w : equal) byAmount(w, equal, ofName);
    }

    private void byReference(Candidate candidate, Reason wrote) {
        if (!(candidate instanceof Candidate.Waiting waiting)) return;
        Candidate.Waiting w = taken.left(waiting);
        if (w == null || isOtherWay(w.left(), left)) return;
        int compared = left.abs().compareTo(w.left().abs());
        Reason carries = new Reason(
                "it carries a reference of it",
                compared == 0 ? Math.max(wrote.points(), SHORT_REFERENCE) : wrote.points());
        if (compared == 0) {
            drafts.whole(
                    new Part.IsWaiting(w.item(), left, w.words()),
                    carries,
                    new Reason("its amount agrees to the cent", TO_THE_CENT));
            return;
        }
        Reason expected = new Reason(w.left().text() + " was expected", compared < 0 && isBundle(w) ? LESS_CAME : 0);
        Reason marked = compared < 0 && isBundle(w) && (isMarked(w) || isNamed(w))
                ? new Reason("the bank says that it is one", OF_BUNDLE)
                : null;
        drafts.whole(
                new Part.IsWaiting(w.item(), compared < 0 ? left : w.left(), w.words()), carries, expected, marked);
    }

    private void byAmount(Candidate.Waiting w, List<Candidate.Waiting> equal, List<Candidate.Waiting> ofName) {
        var part = new Part.IsWaiting(w.item(), left, w.words());
        long days = Math.abs(ChronoUnit.DAYS.between(w.since(), asked.day()));
        Reason far = days > FAR_DAYS ? new Reason("it is %d days away".formatted(days), FAR) : null;
        boolean sameName = ofName.contains(w);
        if (sameName) {
            boolean alone = ofName.size() == 1;
            drafts.whole(
                    part,
                    new Reason(
                            "its amount agrees to the cent", alone ? AMOUNT : OF_SEVERAL - (AMOUNT_AND_NAME - AMOUNT)),
                    new Reason("the name " + w.names().getFirst() + " agrees", AMOUNT_AND_NAME - AMOUNT),
                    far);
            return;
        }
        Reason marked = isMarked(w) && equal.stream().filter(this::isMarked).count() == 1
                ? new Reason("the bank marks it as one", MARKED)
                : null;
        drafts.whole(part, new Reason("its amount agrees to the cent", AMOUNT), marked, far, calledOtherwise(w));
    }

    /** A transfer carries its payer's name, so another name speaks against a payment that was recorded. */
    private Reason calledOtherwise(Candidate.Waiting w) {
        boolean another = w.kind() == WaitingKind.PAYMENT
                && !counterparty.isEmpty()
                && !w.names().isEmpty();
        return another
                ? new Reason("the payer is called otherwise than " + w.names().getFirst(), OTHER_NAME)
                : null;
    }

    private boolean isNamed(Candidate.Waiting w) {
        return w.names().stream().map(Names::of).anyMatch(n -> {
            Names.Likeness like = n.like(counterparty);
            return like.compareTo(Names.Likeness.NEARLY) >= 0 || n.like(text) == Names.Likeness.WHOLE;
        });
    }

    private static boolean isBundle(Candidate.Waiting w) {
        return w.kind() == WaitingKind.DEBIT_BATCH || w.kind() == WaitingKind.PAYOUT;
    }

    /** By the ISO bank transaction code: our own collections, cash and cheques paid in, card sales (External BTC list). */
    private boolean isMarked(Candidate.Waiting w) {
        String code = asked.said().bankCode();
        Map<WaitingKind, List<String>> marks = Map.of(
                WaitingKind.DEBIT_BATCH, List.of("PMNT/IDDT/"),
                WaitingKind.SLIP, List.of("PMNT/CNTR/", "PMNT/RCHQ/"),
                WaitingKind.PAYOUT, List.of("PMNT/MCRD/"));
        return marks.getOrDefault(w.kind(), List.of()).stream().anyMatch(code::startsWith);
    }

    private static boolean isOtherWay(Money waiting, Money left) {
        return !waiting.currency().equals(left.currency()) || waiting.isNegative() != left.isNegative();
    }
}
