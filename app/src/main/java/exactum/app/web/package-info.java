/** How pages speak: figures and dates as they are written, addresses that may be gone back to, and what is not there. */
package exactum.app.web;
