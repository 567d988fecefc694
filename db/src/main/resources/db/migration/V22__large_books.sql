-- What lists and reports of large books are found by.

-- Overdue and open items are added up from the index alone.
drop index claim_business_id_due_date_idx;
create index claim_open on claim (business_id, due_date) include (currency, left_minor, customer_id, document_id) where left_minor > 0;

-- Lists in their order.
create index customer_by_name on customer (business_id, name);
create index recurring_invoice_by_date on recurring_invoice (business_id, next_date, id);
create index recurring_invoice_by_state on recurring_invoice (business_id, state);
create index means_by_date on means (business_id, means_on, id);
create index document_standing_quotes on document_standing (business_id, document_date, number, document_id) where kind = 'quote';

-- An account is read from its newest posting.
drop index posting_business_id_account_entry_date_idx;
create index posting_of_account on posting (business_id, account, entry_date, entry_id, line_no) include (currency);

-- What was matched or undone after a day, and what was booked to an account by hand, as rules are proposed from.
create index match_by_day on match (business_id, matched_on) where bank_line_id is not null;
create index match_undone on match (business_id, undone_on) where undone_on is not null;
create index match_to_account on match (business_id, bank_line_id) where kind = 'account' and undone_at is null and rule_id is null;

-- What was booked to receivables for a document: in all, and on which days for the first and the last time. A document is open at
-- the end of the days from the first on; once nothing is left, only before the last. What stands at the end of a day is the
-- postings up to it, which are looked up for those documents alone.
create table owed (
    business_id int not null,
    account text not null,
    customer_id uuid,
    document_id uuid,
    currency char(3) not null,
    minor bigint not null,
    first_on date not null,
    last_on date not null,
    open_on daterange generated always as (daterange(first_on, case when minor = 0 then last_on end)) stored,
    unique nulls not distinct (business_id, document_id, customer_id, account, currency)
) with (fillfactor = 80);
create index owed_open_on on owed using gist (open_on);
revoke insert, update, delete, truncate on owed from exactum_app;

insert into owed (business_id, account, customer_id, document_id, currency, minor, first_on, last_on)
select p.business_id, p.account, p.customer_id, p.document_id, p.currency, sum(p.amount_minor), min(p.entry_date), max(p.entry_date)
  from posting p join account a on a.business_id = p.business_id and a.code = p.account and a.role = 'receivables' group by 1, 2, 3, 4, 5;

create function owed_is_kept() returns trigger language plpgsql security definer set search_path = public as $$
begin
    insert into owed as o (business_id, account, customer_id, document_id, currency, minor, first_on, last_on)
    select p.business_id, p.account, p.customer_id, p.document_id, p.currency, sum(p.amount_minor), min(p.entry_date), max(p.entry_date)
      from new_postings p join account a on a.business_id = p.business_id and a.code = p.account and a.role = 'receivables'
     group by 1, 2, 3, 4, 5 order by 1, 4, 3, 2, 5
    on conflict (business_id, document_id, customer_id, account, currency) do update
       set minor = o.minor + excluded.minor, first_on = least(o.first_on, excluded.first_on), last_on = greatest(o.last_on, excluded.last_on);
    return null;
end $$;

create trigger owed_kept after insert on posting
    referencing new table as new_postings for each statement execute function owed_is_kept();

-- How often each instance of the application has written, told by each about once a second, so that the others work out again what
-- they keep.
create table instance_write (
    instance uuid primary key,
    writes bigint not null,
    told_at timestamptz not null default now()
);
