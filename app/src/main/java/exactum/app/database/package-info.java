/** How rows get into the database: identifiers that are made here, and many rows at once. */
package exactum.app.database;
