/** What late payment costs the payer, where contract and law allow it. */
package exactum.core.arrears;
