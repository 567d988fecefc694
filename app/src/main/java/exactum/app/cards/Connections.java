package exactum.app.cards;

import exactum.app.outside.Outside;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.ProcessorHealth;
import exactum.app.setup.TryProcessor;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import org.springframework.stereotype.Component;

/** The ways to speak to processors; there is one adapter so far. */
@Component
public class Connections implements TryProcessor {
    private final Outside outside;
    private final ProcessorHealth health;

    Connections(Outside outside, ProcessorHealth health) {
        this.health = health;
        this.outside = outside;
    }

    /** The connection of an account. */
    public ProcessorPort to(ProcessorAccount account) {
        return new HttpProcessor(new OutsideLine(account, outside, health));
    }

    @Override
    public Result tryIt(ProcessorAccount processor) {
        try {
            ProcessorPort.About about = to(processor).about();
            if (about.isTest() != processor.isTest())
                return new Result(
                        false,
                        "%s answers, but the key is for %s and this connection is for %s. Nothing is charged over it until both agree."
                                .formatted(processor.name(), mode(about.isTest()), mode(processor.isTest())));
            if (!about.currency().equals(processor.currency()))
                return new Result(
                        false,
                        "%s answers, but its account is in %s and this connection in %s."
                                .formatted(processor.name(), about.currency(), processor.currency()));
            health.said(processor, about.can());
            return new Result(
                    true,
                    "%s answers: account “%s” in %s.".formatted(processor.name(), about.name(), about.currency()));
        } catch (NoAnswer none) {
            return new Result(
                    false,
                    none.isPerhapsDone()
                            ? "%s cannot be reached at %s.".formatted(processor.name(), processor.address())
                            : "%s refuses the key (%s).".formatted(processor.name(), none.getMessage()));
        }
    }

    private static String mode(boolean isTest) {
        return isTest ? "tests" : "live payments";
    }
}
