package exactum.app.bank;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Component;

/** The parts that were chosen for a line, once nothing speaks against them that nobody has confirmed. */
@Component
class ChosenParts {
    private final PartText text;
    private final CountedTwice countedTwice;
    private final OtherAccount otherAccount;

    ChosenParts(PartText text, CountedTwice countedTwice, OtherAccount otherAccount) {
        this.text = text;
        this.countedTwice = countedTwice;
        this.otherAccount = otherAccount;
    }

    /**
     * As a person put them together.
     *
     * @param sure whether they have said that it is right all the same
     * @throws Refusal that asks them
     */
    List<Part> typed(BusinessId business, BankLine line, LineAddition addition, boolean sure) {
        List<PartText.Named> named = addition.named();
        countedTwice.require(business, line, named, sure);
        otherAccount.require(business, line, named, sure);
        return text.parts(business, named);
    }

    /** As a proposal showed them; see {@link PartText#whole}. */
    List<Part> shown(BusinessId business, BankLine line, Collection<String> shown) {
        Money like = line.amount();
        List<PartText.Named> named = shown.stream().map(s -> text.read(s, like)).toList();
        otherAccount.require(business, line, named, false);
        return text.parts(business, named);
    }
}
