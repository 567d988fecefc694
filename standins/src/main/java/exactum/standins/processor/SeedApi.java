package exactum.standins.processor;

import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Many kept cards at once, as after a season of customers. */
@RestController
@RequestMapping("/processor/seed")
class SeedApi {
    private static final int HUNDRED = 100;
    private static final String EXPIRES = "2031-12";
    private final KeptCards cards;

    SeedApi(KeptCards cards) {
        this.cards = cards;
    }

    /**
     * Keeps so many cards and answers their tokens, one a line.
     *
     * @param shortOf of a hundred so many are short of money once, and stolen of a hundred so many are never good again
     */
    @PostMapping(path = "/cards", produces = MediaType.TEXT_PLAIN_VALUE)
    String cards(
            @RequestParam String currency,
            @RequestParam int count,
            @RequestParam(defaultValue = "0") int shortOf,
            @RequestParam(defaultValue = "0") int stolen) {
        return IntStream.range(0, count)
                .mapToObj(i -> cards.keep(currency, "K-" + (i + 1), card(i % HUNDRED, shortOf, stolen), EXPIRES)
                        .id())
                .collect(Collectors.joining("\n"));
    }

    private static TestCard card(int of, int shortOf, int stolen) {
        if (of < shortOf) return TestCard.LATER_SHORT;
        return of < shortOf + stolen ? TestCard.LATER_HARD : TestCard.GOOD;
    }
}
