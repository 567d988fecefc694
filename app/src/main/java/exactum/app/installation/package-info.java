/** What holds for the whole installation: its settings, its date, and what happens when a day passes. */
package exactum.app.installation;
