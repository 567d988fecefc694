package exactum.standins.processor;

import java.time.YearMonth;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** What takes customers a season to make: many kept cards, or a whole month, at once. */
@RestController
@RequestMapping("/processor/seed")
class SeedApi {
    private static final int HUNDRED = 100;
    private static final String EXPIRES = "2031-12";
    private final KeptCards cards;
    private final SeededMonth month;

    SeedApi(KeptCards cards, SeededMonth month) {
        this.cards = cards;
        this.month = month;
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

    /**
     * Makes a whole month of the account, day by day, and closes each: the same seed makes the same month.
     *
     * @param perDay how many cards are used on a day, on average
     */
    @PostMapping("/month")
    SeededMonth.Made month(
            @RequestParam String currency,
            @RequestParam YearMonth month,
            @RequestParam long seed,
            @RequestParam(defaultValue = "12") int perDay) {
        return this.month
                .make(currency, month, seed, perDay)
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.CONFLICT, "Days of this month were paid out already; nothing was made."));
    }

    private static TestCard card(int of, int shortOf, int stolen) {
        if (of < shortOf) return TestCard.LATER_SHORT;
        return of < shortOf + stolen ? TestCard.LATER_HARD : TestCard.GOOD;
    }
}
