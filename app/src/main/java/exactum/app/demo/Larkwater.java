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

/** Larkwater Moorings, on the euro side of the lake. All of it is made up, but for the tax rates. */
final class Larkwater {
    /** Code, name, unit, price, tax, income account. */
    private static final String[][] ITEMS = {
        {"BERTH-8", "Summer berth, 8 m", "month", "285.00", "standard", "4000"},
        {"BERTH-12", "Summer berth, 12 m", "month", "640.00", "standard", "4000"},
        {"BUOY", "Mooring buoy", "month", "96.00", "standard", "4000"},
        {"CLUB", "Club pontoon", "quarter", "1140.00", "standard", "4000"},
        {"LOCKER", "Gear locker", "quarter", "54.00", "standard", "4000"},
        {"KEY", "Pontoon key", "quarter", "12.00", "standard", "4000"},
        {"STORE", "Winter storage, covered", "month", "178.50", "standard", "4010"},
        {"POWER", "Shore power", "kWh", "0.3425", "reduced", "4020"},
        {"WATER", "Fresh water", "m³", "4.20", "reduced", "4020"},
        {"LIFT", "Crane lift", "lift", "145.00", "standard", "4030"},
        {"COURSE", "Sailing course", "course", "320.00", "standard", "4040"},
        {"DEPOSIT", "Security deposit for a pontoon key and cradle", "piece", "500.00", "outside", "2110"},
    };

    /** Name, kind, mailbox (empty for none), street, place. */
    private static final String[][] CUSTOMERS = {
        {"Halloran Charter", "organisation", "halloran", "Boathouse 4", "Reedharbour"},
        {"Otterholm Rowing Club", "organisation", "otterholm", "Slip Road 2", "Otterholm"},
        {"D. McHugh", "person", "d.mchugh", "Quay Street 11", "Reedharbour"},
        {"Reedmere Canoe Trust", "organisation", "reedmere", "Island Lane 1", "Reedmere"},
        {"T. Breslin", "person", "", "Upper Lock 7", "Millbridge"},
        {"Quay House Sailing", "organisation", "quayhouse", "Quay House", "Reedharbour"},
        {"P. Okonjo", "person", "p.okonjo", "Heron Walk 22", "Heronstown"},
        {"Heron Charter", "organisation", "heron", "Pier 3", "Heronstown"},
        {"S. Lindqvist", "person", "s.lindqvist", "Birch Row 5", "Otterholm"},
        {"T. Aguiar", "person", "t.aguiar", "Lake View 14", "Millbridge"},
        {"O’Dowd & Daughter", "organisation", "odowd", "Boatyard 1", "Reedharbour"},
        {"M. Fennelly", "person", "m.fennelly", "Chapel Hill 3", "Reedmere"},
        {"A. Szymańska", "person", "a.szymanska", "Lock Cottage", "Millbridge"},
        {"J. Écluse", "person", "j.ecluse", "Canal Bank 8", "Millbridge"},
        {"Lakeside Scouts", "organisation", "scouts", "Troop Hall", "Otterholm"},
        {"B. Kavanagh", "person", "b.kavanagh", "Mill Road 19", "Millbridge"},
        {"Greywater Research", "organisation", "greywater", "Field Station", "Reedmere"},
        {"L. Oduya", "person", "l.oduya", "Quay Street 40", "Reedharbour"},
        {"C. Prendergast", "person", "c.prendergast", "Hill House", "Heronstown"},
        {"K. Lehtonen", "person", "k.lehtonen", "Shore Path 6", "Otterholm"},
        {"Swan Line Cruises", "organisation", "swanline", "Pier 1", "Reedharbour"},
        {"R. Devane", "person", "r.devane", "Ferry Lane 9", "Heronstown"},
        {"N. Quilligan", "person", "n.quilligan", "Upper Lock 2", "Millbridge"},
        {"E. Strand", "person", "e.strand", "Birch Row 17", "Otterholm"},
        {"Millbridge Anglers", "organisation", "anglers", "Weir House", "Millbridge"},
        {"G. Talbot", "person", "g.talbot", "Station Road 4", "Reedmere"},
        {"H. Bergström", "person", "h.bergstrom", "Shore Path 21", "Otterholm"},
        {"F. Mulqueen", "person", "f.mulqueen", "Lake View 2", "Millbridge"},
        {"V. Petrauskas", "person", "v.petrauskas", "Heron Walk 3", "Heronstown"},
        {"Larch Island Hotel", "organisation", "larchisland", "Larch Island", "Reedmere"},
        {"I. Carmody", "person", "i.carmody", "Quay Street 2", "Reedharbour"},
        {"W. Osei", "person", "w.osei", "Mill Road 31", "Millbridge"},
        {"U. Ferrand", "person", "u.ferrand", "Canal Bank 15", "Millbridge"},
        {"Blue Oar Outings", "organisation", "blueoar", "Pier 2", "Heronstown"},
        {"D. Sweeney", "person", "d.sweeney", "Chapel Hill 12", "Reedmere"},
        {"A. Noordhof", "person", "a.noordhof", "Ferry Lane 1", "Heronstown"},
        {"M. Tiernan", "person", "m.tiernan", "Station Road 16", "Reedmere"},
        {"Y. Abara", "person", "y.abara", "Lake View 33", "Millbridge"},
        {"Harbour Diving Team", "organisation", "diving", "Slip Road 5", "Otterholm"},
        {"P. Gilhooly", "person", "p.gilhooly", "Quay Street 27", "Reedharbour"},
        {"S. Marchetti", "person", "s.marchetti", "Heron Walk 11", "Heronstown"},
        {"J. Loughnane", "person", "j.loughnane", "Upper Lock 12", "Millbridge"},
        {"Reedharbour School", "organisation", "school", "School Lane", "Reedharbour"},
        {"C. Vandamme", "person", "c.vandamme", "Shore Path 2", "Otterholm"},
        {"T. Kinsella", "person", "t.kinsella", "Birch Row 30", "Otterholm"},
        {"L. Ahmadi", "person", "l.ahmadi", "Mill Road 8", "Millbridge"},
        {"Wren Classic Boats", "organisation", "wren", "Boatyard 3", "Reedharbour"},
        {"B. Costigan", "person", "b.costigan", "Ferry Lane 20", "Heronstown"},
        {"R. Halvorsen", "person", "r.halvorsen", "Hill House 2", "Heronstown"},
        {"E. Duignan", "person", "e.duignan", "Lock Cottage 2", "Millbridge"},
        {"K. Yilmaz", "person", "k.yilmaz", "Quay Street 53", "Reedharbour"},
        {"Otter Film Works", "organisation", "otterfilm", "Slip Road 9", "Otterholm"},
        {"N. Braithwaite", "person", "n.braithwaite", "Chapel Hill 1", "Reedmere"},
        {"G. Roche", "person", "g.roche", "Station Road 22", "Reedmere"},
        {"O. Sundberg", "person", "o.sundberg", "Birch Row 2", "Otterholm"},
        {"Lantern Supper Club", "organisation", "lantern", "Pier 4", "Heronstown"},
        {"H. Maguire", "person", "h.maguire", "Lake View 9", "Millbridge"},
        {"F. Castellano", "person", "f.castellano", "Canal Bank 23", "Millbridge"},
        {"V. Hegarty", "person", "v.hegarty", "Heron Walk 40", "Heronstown"},
        {"I. Nakamura", "person", "i.nakamura", "Shore Path 13", "Otterholm"},
    };

    private Larkwater() {}

    static Harbour harbour() {
        return new Harbour(
                new Business(
                        new BusinessId(1),
                        "larkwater",
                        new Business.Identity(
                                "Larkwater Moorings Ltd",
                                "Larkwater Moorings",
                                "LARKWATER MOORINGS",
                                "Harbour Office\nReedharbour\nLarkwater",
                                "IE",
                                "IE9700053D",
                                "office@larkwater.example"),
                        Currency.getInstance("EUR"),
                        ZoneId.of("Europe/Dublin"),
                        new Business.Brand("#17405c", "#a8481a", "book", null),
                        1),
                rates(),
                ITEMS,
                CUSTOMERS,
                82,
                "LW-",
                "Larkwater current account",
                "Test Card Payments",
                List.of("Lakeside Scouts", "Greywater Research", "Reedharbour School", "Swan Line Cruises"));
    }

    /** Irish VAT; the rates and their acts are from memory of the VAT Consolidation Act 2010, section 46. */
    private static List<TaxRate> rates() {
        String act = "VAT Consolidation Act 2010, s. 46(1)(a)";
        return List.of(
                rate("standard", "23", LocalDate.of(2012, 1, 1), act + "; Finance Act 2012"),
                rate(
                        "standard",
                        "21",
                        LocalDate.of(2020, 9, 1),
                        act + "; Financial Provisions (Covid-19) (No. 2) Act 2020"),
                rate("standard", "23", LocalDate.of(2021, 3, 1), act + ", 23 % again from 1 Mar 2021"),
                rate(
                        "reduced",
                        "13.5",
                        LocalDate.of(2003, 1, 1),
                        "VAT Consolidation Act 2010, s. 46(1)(c); Schedule 3"),
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
