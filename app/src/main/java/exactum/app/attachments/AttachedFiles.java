package exactum.app.attachments;

import exactum.app.business.Power;
import java.util.List;

/**
 * Files as a page shows them, and where on it others are added or taken off.
 *
 * @param opened the address below which each opens, within the business
 * @param at the address that takes a file
 * @param power what it takes to add one or take one off
 */
public record AttachedFiles(String opened, String at, Power power, List<Attachments.Attached> all) {}
