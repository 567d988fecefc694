package exactum.formats.csv;

import java.util.regex.Pattern;

/** Cells that a spreadsheet would take for a formula are quoted when they are written (OWASP, CSV injection), and that is taken back when they are read. */
final class Formula {
    /** What begins like a formula, however often it was quoted. */
    private static final Pattern FORMULA = Pattern.compile("'*[=+\\-@\t\r]");

    /** A number below zero is none. */
    private static final Pattern NUMBER = Pattern.compile("-\\d+(\\.\\d+)?");

    private Formula() {}

    static String harmless(String cell) {
        boolean formula =
                FORMULA.matcher(cell).lookingAt() && !NUMBER.matcher(cell).matches();
        return formula ? "'" + cell : cell;
    }

    static String plain(String cell) {
        return cell.startsWith("'") && FORMULA.matcher(cell.substring(1)).lookingAt() ? cell.substring(1) : cell;
    }
}
