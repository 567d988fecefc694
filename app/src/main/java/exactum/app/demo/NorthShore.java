package exactum.app.demo;

import exactum.app.business.Business;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;

/** Larkwater North Shore, on the pound side of the lake. All of it is made up, but for the tax rates. */
final class NorthShore {
    /** Code, name, unit, price, tax, income account. */
    private static final String[][] ITEMS = {
        {"BERTH-8", "Summer berth, 8 m", "month", "245.00", "standard", "4000"},
        {"BERTH-12", "Summer berth, 12 m", "month", "552.00", "standard", "4000"},
        {"BUOY", "Mooring buoy", "month", "82.00", "standard", "4000"},
        {"CLUB", "Club pontoon", "quarter", "980.00", "standard", "4000"},
        {"LOCKER", "Gear locker", "quarter", "46.00", "standard", "4000"},
        {"KEY", "Pontoon key", "quarter", "10.00", "standard", "4000"},
        {"STORE", "Winter storage, open", "month", "96.50", "standard", "4010"},
        {"POWER", "Shore power", "kWh", "0.2715", "reduced", "4020"},
        {"WATER", "Fresh water", "m³", "3.60", "reduced", "4020"},
        {"LIFT", "Crane lift", "lift", "125.00", "standard", "4030"},
        {"COURSE", "Sailing course", "course", "275.00", "standard", "4040"},
        {"DEPOSIT", "Security deposit for a pontoon key and cradle", "piece", "400.00", "outside", "2110"},
    };

    /** Name, kind, mailbox (empty for none), street, place. */
    private static final String[][] CUSTOMERS = {
        {"Farsett Charter", "organisation", "farsett", "Jetty 2", "Northwick"},
        {"Northwick Yacht Club", "organisation", "northwick", "Club House", "Northwick"},
        {"A. McIlwaine", "person", "a.mcilwaine", "Castle View 4", "Ravenpoint"},
        {"Ravenpoint Outdoor Centre", "organisation", "ravenpoint", "Shore Road 90", "Ravenpoint"},
        {"J. Tarleton", "person", "", "Ferry Brae 3", "Northwick"},
        {"S. Iqbal", "person", "s.iqbal", "Mill Lane 12", "Ravenpoint"},
        {"Drumlin Diving", "organisation", "drumlin", "Slip 1", "Northwick"},
        {"E. Woodhouse", "person", "e.woodhouse", "Larch Close 8", "Ravenpoint"},
        {"K. Adeyemi", "person", "k.adeyemi", "Castle View 19", "Ravenpoint"},
        {"Swan Island Tours", "organisation", "swanisland", "Jetty 5", "Northwick"},
        {"R. Cardwell", "person", "r.cardwell", "Ferry Brae 17", "Northwick"},
        {"L. Novak", "person", "l.novak", "Mill Lane 2", "Ravenpoint"},
        {"Northwick Primary School", "organisation", "primary", "School Road", "Northwick"},
        {"P. Hamill", "person", "p.hamill", "Larch Close 22", "Ravenpoint"},
        {"M. Sterne", "person", "m.sterne", "Quay Row 6", "Northwick"},
        {"Grebe Boat Repairs", "organisation", "grebe", "Boatyard", "Northwick"},
        {"T. Okafor", "person", "t.okafor", "Castle View 31", "Ravenpoint"},
        {"D. Linley", "person", "d.linley", "Quay Row 14", "Northwick"},
        {"Lough Light Opera", "organisation", "opera", "Boat Theatre", "Ravenpoint"},
        {"C. Moffett", "person", "c.moffett", "Ferry Brae 28", "Northwick"},
    };

    private NorthShore() {}

    static Harbour harbour() {
        return new Harbour(
                new Business(
                        new BusinessId(1),
                        "north-shore",
                        new Business.Identity(
                                "Larkwater North Shore Limited",
                                "Larkwater North Shore",
                                "LARKWATER NORTH SHORE",
                                "Pier House\nNorthwick\nLarkwater",
                                "GB",
                                "GB000000000",
                                "office@northshore.example"),
                        Currency.getInstance("GBP"),
                        ZoneId.of("Europe/London"),
                        new Business.Brand("#2b4a34", "#8a4b12", "plain", null),
                        1),
                rates(),
                ITEMS,
                CUSTOMERS,
                26,
                "NS-",
                "North Shore current account",
                "Test Card Payments",
                List.of("Northwick Primary School", "Ravenpoint Outdoor Centre"));
    }

    /** UK VAT; the rates and their acts are from memory of the Value Added Tax Act 1994. */
    private static List<TaxRate> rates() {
        return List.of(
                rate("standard", "20", LocalDate.of(2011, 1, 4), "VATA 1994, s. 2(1); Finance (No. 2) Act 2010, s. 3"),
                rate("reduced", "5", LocalDate.of(1997, 9, 1), "VATA 1994, s. 29A; Schedule 7A, Group 1"),
                outside());
    }

    /** What is held and given back is no supply. */
    private static TaxRate outside() {
        return new TaxRate(
                "outside",
                TaxCategory.OUTSIDE_SCOPE,
                "Outside scope",
                BigDecimal.ZERO,
                LocalDate.of(2000, 1, 1),
                null,
                "no supply: it is given back");
    }

    private static TaxRate rate(String code, String percent, LocalDate from, String source) {
        return new TaxRate(code, TaxCategory.STANDARD, "VAT", new BigDecimal(percent), from, null, source);
    }
}
