/** What something costs: tariffs, and which of several prices holds for whom and when. */
package exactum.core.price;
