/** Interest and costs of late payment: off until a business switches them on, each with its working. */
package exactum.app.interest;
