/** What holds for a customer where customer, group and business may each say something. */
package exactum.core.precedence;
