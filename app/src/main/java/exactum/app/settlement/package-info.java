/**
 * What is owed and what pays it. {@link exactum.app.settlement.Settle} is the only way means meet claims,
 * {@link exactum.app.settlement.Unsettle} the only way back.
 */
package exactum.app.settlement;
