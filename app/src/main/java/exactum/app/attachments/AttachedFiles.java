package exactum.app.attachments;

import exactum.app.business.Power;
import java.util.List;
import java.util.UUID;

/**
 * Files as a page shows them, and where on it others are added or taken off.
 *
 * @param goesWith what they go with
 * @param at the address that takes a file, within the business
 * @param power what it takes to add one or take one off
 */
public record AttachedFiles(UUID goesWith, String at, Power power, List<Attachments.Attached> all) {}
