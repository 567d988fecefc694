/** The application: one package a feature, in the order of the work. */
package exactum.app;
