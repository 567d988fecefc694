/** Billing runs: planned, rehearsed, committed exactly as planned, recorded; forecasts of days to come. */
package exactum.app.billing;
