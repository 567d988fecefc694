/** The application: one package a feature, each with its use cases, its store and its pages. */
package exactum.app;
