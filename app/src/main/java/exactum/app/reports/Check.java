package exactum.app.reports;

import exactum.core.money.Money;

/**
 * What a report must agree with.
 *
 * @param words what it is compared with
 * @param there what stands there
 * @param here what the report comes to
 */
public record Check(String words, Money there, Money here, String href) {
    public boolean agrees() {
        return there.equals(here);
    }

    public Money off() {
        return here.minus(there);
    }
}
