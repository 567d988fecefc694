/** Who did what. */
package exactum.app.audit;
