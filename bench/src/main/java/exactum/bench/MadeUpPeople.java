package exactum.bench;

import exactum.core.ids.CustomerId;
import exactum.core.matching.Candidate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;

/** Invented payers, people and organisations, with namesakes as rare as they are. */
final class MadeUpPeople {
    private static final String[] FIRST = {
        "Anna",
        "Björn",
        "Céline",
        "David",
        "Éamonn",
        "Frida",
        "Grace",
        "Håkon",
        "Ines",
        "Jürgen",
        "Katarína",
        "Luca",
        "Małgorzata",
        "Niamh",
        "Óscar",
        "Petra",
        "Quentin",
        "Rósa",
        "Søren",
        "Tomáš",
        "Ursula",
        "Vera",
        "Wiebke",
        "Xavier",
        "Yusuf",
        "Zoë",
        "Maeve",
        "Ruairí",
        "Leopold",
        "Hildegard"
    };
    private static final String[] LAST = {
        "Müller",
        "Quillfeather",
        "Östberg",
        "McHugh",
        "O’Sharkey",
        "Brennagh",
        "Nováček",
        "Łąkowski",
        "Écluse",
        "Voorbeeld",
        "Strömgren",
        "Tarnhollow",
        "Weißbach",
        "Gonçalves",
        "D’Aubrey",
        "Sørgaard",
        "Fairwether",
        "Marl",
        "Teal",
        "Holloway-Reed",
        "Van den Berch",
        "Kühnast",
        "Pettibone",
        "Castellane",
        "Ironmonger",
        "Lakeborough",
        "Grünewaldt",
        "Zachariasz",
        "Bellweather",
        "Undset",
        "Yarrow",
        "Wainscott",
        "Thistledown",
        "Oakenfold",
        "Mirecourt",
        "Jørstad"
    };
    private static final String[] BEGIN = {
        "Aber", "Bran", "Cold", "Dorn", "Ell", "Fern", "Gold", "Hasel", "Inn", "Kalt", "Lind", "Mor", "Nord", "Oster",
        "Pren", "Quer", "Ros", "Stein", "Tann", "Ulm", "Vogel", "Wald", "Zell", "Ahl", "Bjerk", "Dun", "Eich", "Falken",
        "Grim", "Holm"
    };
    private static final String[] MIDDLE = {"", "", "er", "en", "ing", "ach", "els", "un", "ar", "ols"};
    private static final String[] END = {
        "bach", "berg", "dahl", "feld", "gaard", "hof", "lund", "mann", "ness", "quist", "rup", "sen", "strand", "thal",
        "ton", "wick", "worth", "ski", "ová", "ström"
    };
    private static final String[] TRADE = {
        "Boats",
        "Sailing",
        "Chandlery",
        "Rigging",
        "Charter",
        "Marine Paint",
        "Ferries",
        "Yachtbau",
        "Segelschule",
        "Voiles"
    };
    private static final String[] PLACE = {
        "Quay House",
        "Reedharbour",
        "North Shore",
        "Seewind",
        "Altmühl",
        "Bleu Lac",
        "Heron Point",
        "Kestrel",
        "Larch Bay",
        "Stillwater"
    };
    private static final String[] FORM = {
        "GmbH", "Ltd", "B.V.", "S.A.R.L.", "AG", "Limited", "GmbH & Co. KG", "plc", "e.V."
    };
    private final Random random;

    MadeUpPeople(Random random) {
        this.random = random;
    }

    static final class Customer {
        CustomerId id;
        String name;
        boolean organisation;
        String code;
        String account;
        final List<Candidate.Open> items = new ArrayList<>();
    }

    Customer customer(int i) {
        var c = new Customer();
        c.id = new CustomerId(new UUID(1, i));
        c.organisation = random.nextInt(4) == 0;
        c.name = c.organisation
                ? pick(PLACE) + " " + pick(TRADE) + (random.nextInt(3) == 0 ? " " + family() : "") + " " + pick(FORM)
                : (random.nextInt(12) == 0 ? "Dr. " : "") + pick(FIRST) + " "
                        + (random.nextInt(6) == 0 ? pick(FIRST) + " " : "") + family();
        c.code = "K-" + (10_000 + i);
        c.account = "DE%02d37040044%010d".formatted(10 + i % 89, 100_000 + i * 7L);
        return c;
    }

    String pick(String[] of) {
        return of[random.nextInt(of.length)];
    }

    /** As many family names as the world is large, so that namesakes are as rare as they are. */
    String family() {
        if (random.nextInt(3) > 0) return pick(LAST);
        return pick(BEGIN) + pick(MIDDLE) + pick(END);
    }

    String place() {
        return pick(PLACE);
    }

    String trade() {
        return pick(TRADE);
    }

    String form() {
        return pick(FORM);
    }

    String first() {
        return pick(FIRST);
    }
}
