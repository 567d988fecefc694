/** Signing in, secrets, and who may do what. */
package exactum.app.security;
