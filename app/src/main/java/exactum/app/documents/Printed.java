package exactum.app.documents;

import exactum.core.document.Line;
import exactum.core.money.Money;
import exactum.core.text.Folding;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What is printed on a paper, as somebody looks for it. */
final class Printed {
    private Printed() {}

    /**
     * All of it in one text, folded.
     *
     * @param number or what stands for it on a draft
     */
    static String on(String number, String customer, String code, Draft draft, Money gross) {
        Draft.Wording wording = draft.content().wording();
        Stream<String> said = Stream.of(
                number,
                customer,
                code,
                wording.theirReference(),
                wording.ourReference(),
                wording.memo(),
                gross.plain(),
                gross.text());
        Stream<String> lines = draft.content().lines().stream().map(Line::description);
        return Folding.of(Stream.of(said, lines, Stream.of(wording.footer()))
                .flatMap(s -> s)
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(" ")));
    }
}
