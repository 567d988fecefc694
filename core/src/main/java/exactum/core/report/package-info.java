/** What reports compute: how old what is owed is, tax by rate, income by the time it is for, and what money makes of it. */
package exactum.core.report;
