package exactum.app.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.RunningApp;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** What is kept until something is written: worked out once, never after a write, and never from what only a transaction sees. */
@ExtendWith(RunningApp.class)
class UntilWrittenTest {
    private static final String RENAME = "update business set sender_name = sender_name || '.' where id = 1";
    private final UntilWritten<String, String> kept = new UntilWritten<>();
    private final AtomicInteger worked = new AtomicInteger();

    private String name(DSLContext db) {
        return kept.of("name", () -> {
            worked.incrementAndGet();
            return db.fetchSingle("select sender_name from business where id = 1")
                    .get(0, String.class);
        });
    }

    @Test
    void it_is_worked_out_once_until_a_row_is_changed(DSLContext db) {
        String before = name(db);
        assertThat(name(db)).isEqualTo(before);
        db.execute("update business set sender_name = 'nobody' where id = -1");
        db.fetch("select 1");
        name(db);
        assertThat(worked).as("nothing was changed").hasValue(1);
        db.execute(RENAME);
        assertThat(name(db)).isEqualTo(before + ".");
        db.fetch("with renamed as (" + RENAME + " returning sender_name) select * from renamed");
        assertThat(name(db)).as("written by what looks like reading").isEqualTo(before + "..");
    }

    @Test
    void a_transaction_that_writes_sees_its_own_and_leaves_others_theirs(
            DSLContext db, PlatformTransactionManager transactions) {
        String before = name(db);
        new TransactionTemplate(transactions).executeWithoutResult(open -> {
            db.execute(RENAME);
            assertThat(name(db)).isEqualTo(before + ".");
            try (var other = Executors.newVirtualThreadPerTaskExecutor()) {
                assertThat(other.submit(() -> name(db)).get()).isEqualTo(before);
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
            open.setRollbackOnly();
        });
        assertThat(name(db)).isEqualTo(before);
    }

    @Test
    void a_transaction_that_looks_at_one_moment_keeps_nothing_for_others(
            DSLContext db, PlatformTransactionManager transactions) {
        var oneMoment = new TransactionTemplate(transactions);
        oneMoment.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
        String before = oneMoment.execute(open -> {
            String then = db.fetchSingle("select sender_name from business where id = 1")
                    .get(0, String.class);
            try (var other = Executors.newVirtualThreadPerTaskExecutor()) {
                other.submit(() -> db.execute(RENAME)).get();
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
            assertThat(name(db)).isEqualTo(then);
            return then;
        });
        assertThat(name(db)).isEqualTo(before + ".");
    }

    @Test
    void many_who_ask_at_once_wait_for_one(DSLContext db) throws Exception {
        Callable<String> ask = () -> name(db);
        try (var people = Executors.newVirtualThreadPerTaskExecutor()) {
            assertThat(people.invokeAll(Stream.generate(() -> ask).limit(10).toList()))
                    .allSatisfy(answer -> assertThat(answer.get()).isEqualTo(name(db)));
        }
        assertThat(worked).hasValue(1);
    }

    @Test
    void who_waits_for_work_that_fails_is_told_so_and_the_next_one_tries_again(DSLContext db) throws Exception {
        var started = new CountDownLatch(1);
        var goOn = new CountDownLatch(1);
        Callable<String> fails = () -> kept.of("name", () -> {
            worked.incrementAndGet();
            started.countDown();
            try {
                goOn.await();
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
            throw new IllegalArgumentException("busy");
        });
        try (var people = Executors.newVirtualThreadPerTaskExecutor()) {
            var first = people.submit(fails);
            started.await();
            var second = people.submit(fails);
            LockSupport.parkNanos(100_000_000);
            goOn.countDown();
            for (var one : List.of(first, second))
                assertThatThrownBy(one::get).cause().isInstanceOf(IllegalArgumentException.class);
        }
        assertThat(worked).hasValue(1);
        assertThat(name(db)).isNotEmpty();
    }

    @Test
    void what_another_instance_has_written_is_heard(DSLContext db, JdbcClient other, OtherInstances instances) {
        instances.tellAndHear();
        String before = name(db);
        other.sql(RENAME).update();
        assertThat(name(db)).as("nobody has told yet").isEqualTo(before);
        other.sql("insert into instance_write (instance, writes) values (?, 1)")
                .param(UUID.randomUUID())
                .update();
        instances.tellAndHear();
        assertThat(name(db)).isEqualTo(before + ".");
        db.execute("update business set sender_name = {0} where id = 1", DSL.val(before));
        instances.tellAndHear();
        assertThat(other.sql("select count(*) from instance_write")
                        .query(Integer.class)
                        .single())
                .as("this instance has told, too")
                .isEqualTo(2);
    }
}
