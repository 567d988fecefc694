/** What a business is set up with: identity, chart, rates, terms, catalogue, accounts at bank and processor, numbers. */
package exactum.app.setup;
