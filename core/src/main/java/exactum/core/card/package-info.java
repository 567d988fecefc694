/** Cards: the processor as we see it, refusals and retries, what a payer chose to pay, and what is a card number and must not be kept. */
package exactum.core.card;
