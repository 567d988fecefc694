package exactum.bench;

import java.math.BigInteger;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Random;

/** How payers and banks write names and numbers: as they stand, in pieces, in other letters, with a slip. */
final class PayersHand {
    private final Random random;
    private final MadeUpPeople people;

    PayersHand(Random random, MadeUpPeople people) {
        this.random = random;
        this.people = people;
    }

    String said(String number) {
        return switch (random.nextInt(9)) {
            case 0 -> number;
            case 1 -> "Rechnung " + number.toLowerCase(Locale.ROOT) + " vom 12.05.2026";
            case 2 -> "INVOICE " + number.replace("-", " ").replace("/", " ");
            case 3 -> "Re.Nr." + number.replace("-", "").replace("/", "") + "danke";
            case 4 -> reference(number);
            case 5 -> number + " berth May, thank you";
            case 6 -> "payment/" + number.replace("-", "/");
            case 7 -> "KD " + (10_000 + random.nextInt(900)) + " RG " + number;
            default -> split(number);
        };
    }

    String split(String number) {
        int at = 1 + random.nextInt(number.length() - 1);
        return "ref " + number.substring(0, at) + " " + number.substring(at);
    }

    static String reference(String number) {
        String plain = number.replaceAll("[^A-Za-z0-9]", "").toUpperCase(Locale.ROOT);
        var digits = new StringBuilder();
        for (char c : (plain + "RF00").toCharArray()) digits.append(Character.digit(c, 36));
        int check = 98
                - new BigInteger(digits.toString()).mod(BigInteger.valueOf(97)).intValue();
        return "RF%02d%s".formatted(check, plain);
    }

    String endToEnd() {
        return random.nextInt(3) == 0 ? "NOTPROVIDED" : "";
    }

    String account(MadeUpPeople.Customer c) {
        return random.nextInt(5) == 0 ? "" : c.account;
    }

    /** The payer's name as a bank writes it. */
    String payer(MadeUpPeople.Customer c) {
        String name = c.name;
        if (c.organisation) {
            return switch (random.nextInt(6)) {
                case 0 -> name.toUpperCase(Locale.ROOT);
                case 1 -> ascii(name);
                case 2 ->
                    name.replaceAll(" (GmbH & Co. KG|GmbH|Ltd|Limited|B\\.V\\.|S\\.A\\.R\\.L\\.|AG|plc|e\\.V\\.)$", "");
                case 3 -> name.length() > 27 ? name.substring(0, 27).strip() : name;
                case 4 -> ascii(name).toUpperCase(Locale.ROOT).replace(" ", "  ");
                default -> name;
            };
        }
        String plain = name.replace("Dr. ", "");
        int cut = plain.indexOf(' ');
        String first = plain.substring(0, cut);
        String lastName = plain.substring(plain.lastIndexOf(' ') + 1);
        return switch (random.nextInt(9)) {
            case 0 -> plain.toUpperCase(Locale.ROOT);
            case 1 -> ascii(plain);
            case 2 -> lastName + ", " + first;
            case 3 -> first.charAt(0) + ". " + plain.substring(cut + 1);
            case 4 -> "Herr " + plain;
            case 5 -> plain + " und " + people.first() + " " + lastName;
            case 6 -> spelled(plain).toUpperCase(Locale.ROOT);
            case 7 -> "";
            default -> name;
        };
    }

    static String ascii(String name) {
        return Normalizer.normalize(
                        name.replace("ß", "ss")
                                .replace("ø", "o")
                                .replace("ł", "l")
                                .replace("Ł", "L"),
                        Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "");
    }

    private static String spelled(String name) {
        return ascii(name.replace("ä", "ae")
                .replace("ö", "oe")
                .replace("ü", "ue")
                .replace("Ö", "Oe")
                .replace("Ü", "Ue"));
    }

    /** Digits swapped, wrong, missing or doubled, but not into a number that is open. */
    String damaged(String number) {
        int from = number.length() - 5;
        for (int i = 0; i < 50; i++) {
            char[] c = number.toCharArray();
            int at = from + random.nextInt(5);
            String damaged;
            switch (random.nextInt(4)) {
                case 0, 1 -> {
                    if (at + 1 >= c.length || c[at] == c[at + 1]) continue;
                    char was = c[at];
                    c[at] = c[at + 1];
                    c[at + 1] = was;
                    damaged = new String(c);
                }
                case 2 -> {
                    c[at] = (char) ('0' + random.nextInt(10));
                    damaged = new String(c);
                }
                default -> damaged = number.substring(0, at) + number.substring(at + 1);
            }
            if (!damaged.equals(number)) return damaged;
        }
        return number;
    }
}
