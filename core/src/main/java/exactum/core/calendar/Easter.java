package exactum.core.calendar;

import java.time.LocalDate;

/** Easter Sunday in the Gregorian calendar, by the anonymous computus as Meeus gives it (Astronomical Algorithms). */
final class Easter {
    private Easter() {}

    static LocalDate sunday(int year) {
        int a = year % 19;
        int b = year / 100;
        int c = year % 100;
        int g = (b - (b + 8) / 25 + 1) / 3;
        int h = (19 * a + b - b / 4 - g + 15) % 30;
        int l = (32 + 2 * (b % 4) + 2 * (c / 4) - h - c % 4) % 7;
        int m = (a + 11 * h + 22 * l) / 451;
        int n = h + l - 7 * m + 114;
        return LocalDate.of(year, n / 31, n % 31 + 1);
    }
}
