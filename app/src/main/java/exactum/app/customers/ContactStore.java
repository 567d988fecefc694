package exactum.app.customers;

import static exactumdb.Tables.CONTACT;
import static exactumdb.Tables.CUSTOMER;

import exactum.app.database.CopyRows;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactumdb.tables.records.ContactRecord;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Contacts in the database, and the addresses that follow from them. */
@Component
class ContactStore {
    private final DSLContext db;

    ContactStore(DSLContext db) {
        this.db = db;
    }

    List<Contacts.Contact> all(BusinessId business, CustomerId customer) {
        return db.selectFrom(CONTACT)
                .where(CONTACT.BUSINESS_ID.eq(business))
                .and(CONTACT.CUSTOMER_ID.eq(customer))
                .orderBy(CONTACT.NAME, CONTACT.EMAIL)
                .fetch(c -> new Contacts.Contact(c.getId(), c.getName(), c.getEmail(), List.of(c.getGets())));
    }

    /** Adds one; false if the customer has the address already. */
    boolean insert(BusinessId business, CustomerId customer, Contacts.Contact c) {
        return db.insertInto(CONTACT)
                        .set(row(business, customer, c))
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Adds those of new customers. */
    void insertAll(BusinessId business, List<TakeRows.Fresh> fresh) {
        var rows = new ArrayList<ContactRecord>(fresh.size());
        for (TakeRows.Fresh f : fresh)
            for (Contacts.Contact c : f.incoming().contacts()) rows.add(row(business, f.id(), c));
        CopyRows.into(db, rows);
    }

    /** Puts others in the place of those a customer has. */
    void replace(BusinessId business, CustomerId customer, List<Contacts.Contact> contacts) {
        db.deleteFrom(CONTACT)
                .where(CONTACT.BUSINESS_ID.eq(business))
                .and(CONTACT.CUSTOMER_ID.eq(customer))
                .execute();
        CopyRows.into(db, contacts.stream().map(c -> row(business, customer, c)).toList());
    }

    private static ContactRecord row(BusinessId business, CustomerId customer, Contacts.Contact c) {
        return new ContactRecord()
                .setBusinessId(business)
                .setId(c.id())
                .setCustomerId(customer)
                .setName(c.name())
                .setEmail(c.email())
                .setGets(c.gets().toArray(String[]::new));
    }

    Optional<String> delete(BusinessId business, CustomerId customer, UUID id) {
        return db.deleteFrom(CONTACT)
                .where(CONTACT.BUSINESS_ID.eq(business))
                .and(CONTACT.CUSTOMER_ID.eq(customer))
                .and(CONTACT.ID.eq(id))
                .returning(CONTACT.EMAIL)
                .fetchOptional(CONTACT.EMAIL);
    }

    /** Keeps on the customer what follows from the contacts. */
    void follow(BusinessId business, CustomerId customer) {
        db.update(CUSTOMER)
                .set(CUSTOMER.INVOICE_TO, addresses(business, customer, Mail.INVOICES))
                .set(CUSTOMER.REMINDER_TO, addresses(business, customer, Mail.REMINDERS))
                .set(CUSTOMER.CONFIRM_TO, addresses(business, customer, Mail.CONFIRMATIONS))
                .set(CUSTOMER.CHANGED_AT, OffsetDateTime.now())
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(CUSTOMER.ID.eq(customer))
                .execute();
    }

    private static Field<String[]> addresses(BusinessId business, CustomerId customer, Mail mail) {
        return DSL.array(DSL.select(CONTACT.EMAIL)
                .from(CONTACT)
                .where(CONTACT.BUSINESS_ID.eq(business))
                .and(CONTACT.CUSTOMER_ID.eq(customer))
                .and(DSL.condition("{0} = any({1})", DSL.val(mail.words()), CONTACT.GETS))
                .orderBy(CONTACT.EMAIL));
    }
}
