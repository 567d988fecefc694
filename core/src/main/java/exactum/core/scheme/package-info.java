/** What a direct debit scheme allows and demands; each scheme lies in a folder of its own. */
package exactum.core.scheme;
