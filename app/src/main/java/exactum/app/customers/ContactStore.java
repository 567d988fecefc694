package exactum.app.customers;

import static exactumdb.Tables.CONTACT;
import static exactumdb.Tables.CUSTOMER;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
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
                        .set(CONTACT.BUSINESS_ID, business)
                        .set(CONTACT.ID, c.id())
                        .set(CONTACT.CUSTOMER_ID, customer)
                        .set(CONTACT.NAME, c.name())
                        .set(CONTACT.EMAIL, c.email())
                        .set(CONTACT.GETS, c.gets().toArray(String[]::new))
                        .onConflictDoNothing()
                        .execute()
                == 1;
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
