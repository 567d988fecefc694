-- What an entry settled; and the dated parts of invoices by when they fall due, without a look at their rows.
create index allocation_by_entry on allocation (business_id, entry_id) include (claim_id, amount_minor);
drop index claim_by_due_date;
create index claim_by_due_date on claim (business_id, due_date, id)
    include (document_id, customer_id, seq, currency, amount_minor, left_minor, closed_minor, rescheduled);

-- The sum of minor units where it fits a bigint, as each amount must: exact, zero of none, and an error beyond.
create aggregate minor_sum(bigint) (sfunc = int8pl, combinefunc = int8pl, stype = bigint, initcond = '0', parallel = safe);

-- Texts in a row, for many short rows of a few each.
create aggregate text_chain(text) (sfunc = textcat, stype = text, parallel = safe);

-- Documents by date and number, without a look at their rows.
drop index document_business_id_document_date_number_idx;
create index document_by_date on document (business_id, document_date, number) include (id);

-- What is billed as it is read off, which recurring income leaves out.
create index recurring_line_as_read on recurring_line (business_id, recurring_id) where basis = 'as read';
