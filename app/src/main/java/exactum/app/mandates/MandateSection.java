package exactum.app.mandates;

import exactum.core.ids.BusinessId;

/** A feature that has something to say on a mandate's page. */
public interface MandateSection {
    /** The template whose fragment {@code ofMandate(mandate, content)} shows it. */
    String template();

    /** What it shows. */
    Object of(BusinessId business, Mandate mandate);
}
