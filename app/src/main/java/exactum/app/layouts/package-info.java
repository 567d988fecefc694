/** How papers of a layout look: their blocks, texts of one's own and brand, in editions that never change. */
package exactum.app.layouts;
