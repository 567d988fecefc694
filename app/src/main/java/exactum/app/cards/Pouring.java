package exactum.app.cards;

import java.util.concurrent.TimeUnit;

/** Whether notices pour in: more than two hundred within the last second or the one before it. */
final class Pouring {
    private static final int MANY = 200;
    private static final long SECOND = TimeUnit.SECONDS.toNanos(1);
    private long since = System.nanoTime();
    private int now;
    private int before;

    synchronized void arrived(int count) {
        move();
        now += count;
    }

    synchronized boolean isSo() {
        move();
        return now > MANY || before > MANY;
    }

    private void move() {
        long passed = System.nanoTime() - since;
        if (passed < SECOND) return;
        before = passed < 2 * SECOND ? now : 0;
        now = 0;
        since = System.nanoTime();
    }
}
