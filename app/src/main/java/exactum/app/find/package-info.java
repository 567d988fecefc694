/** Finding anything by any part of what is printed on it. */
package exactum.app.find;
