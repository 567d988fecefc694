package exactum.app.customers;

import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * Something that happened with a customer, or will.
 *
 * @param mark the name of its mark
 * @param words what it is
 * @param href opens it, within the business
 * @param amount or null
 */
public record TheirEvent(LocalDate on, String mark, String words, String href, Money amount) {}
