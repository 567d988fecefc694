package exactum.app.daysheet;

import exactum.core.ids.BusinessId;

/** Has the forecast of what will be billed worked out in the background, where it is of an earlier state. */
public interface FreshForecast {
    void ask(BusinessId business);
}
