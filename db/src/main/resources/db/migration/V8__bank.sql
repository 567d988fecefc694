-- Statements and payouts as they were read, and what each part of their lines is.
create table bank_statement (
    business_id int not null references business,
    id uuid not null,
    bank_account_id uuid not null,
    statement_ref text not null,
    sequence_no bigint,
    from_date date not null,
    until_date date not null,
    opening_minor bigint not null,
    closing_minor bigint not null,
    currency char(3) not null,
    file_name text not null,
    file_sha256 bytea not null,
    read_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, bank_account_id, statement_ref),
    foreign key (business_id, bank_account_id) references bank_account
);
create index on bank_statement (business_id, bank_account_id, until_date);

-- A fact; only what is left to explain of it changes.
create table bank_line (
    business_id int not null,
    id uuid not null,
    statement_id uuid not null,
    bank_account_id uuid not null,
    line_no int not null,
    booked_on date not null,
    value_on date not null,
    counts_on date not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    left_minor bigint not null,
    own_minor bigint not null,
    own_left_minor bigint not null,
    bank_reference text not null,
    end_to_end_id text not null,
    counterparty text not null,
    remittance text not null,
    structured_reference text not null,
    bank_code text not null,
    return_reason text not null default '',
        charges text not null default '',
    charged_minor bigint,
    payer_account_secret bytea,
    payer_account_digest bytea,
    foreign_currency char(3),
    foreign_minor bigint,
    foreign_rate numeric(18, 9),
    primary key (business_id, id),
    unique (business_id, statement_id, line_no),
    foreign key (business_id, statement_id) references bank_statement,
    foreign key (business_id, bank_account_id) references bank_account,
    check (left_minor = 0 or (left_minor > 0) = (amount_minor > 0)),
    check (abs(left_minor) <= abs(amount_minor))
);
create index on bank_line (business_id, booked_on, id);
create index on bank_line (business_id, bank_account_id, counts_on);
create index on bank_line (business_id, booked_on) where left_minor <> 0;
create index on bank_line (business_id, bank_account_id, bank_reference) where bank_reference <> '';
create index on bank_line (business_id, payer_account_digest) where payer_account_digest is not null;
create index on bank_line (business_id, lower(counterparty)) where counterparty <> '';

-- An entry of a statement that moves no money: of zero, for information, not booked yet.
create table bank_remark (
    business_id int not null,
    statement_id uuid not null,
    remark_no int not null,
    kind text not null check (kind in ('of zero', 'for information', 'not booked yet', 'to be booked later')),
    day date,
    currency char(3) not null,
    amount_minor bigint not null,
    words text not null,
    primary key (business_id, statement_id, remark_no),
    foreign key (business_id, statement_id) references bank_statement
);
revoke update, delete, truncate on bank_remark from exactum_app;

-- Cash and cheques of several days that are banked together as one line.
create table paying_in_slip (
    business_id int not null references business,
    id uuid not null,
    slip_no int not null,
    day date not null,
    currency char(3) not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    undone_by text,
    undone_at timestamptz,
    primary key (business_id, id),
    unique (business_id, slip_no)
);
create table paying_in_slip_item (
    business_id int not null,
    slip_id uuid not null,
    waiting_id uuid not null,
    live boolean not null default true,
    primary key (business_id, slip_id, waiting_id),
    foreign key (business_id, slip_id) references paying_in_slip,
    foreign key (business_id, waiting_id) references waiting
);
create unique index on paying_in_slip_item (business_id, waiting_id) where live;

-- Details of bookings that a notice gives (camt.054); the line itself comes with a statement and is found by the bank's reference.
create table bank_notice (
    business_id int not null references business,
    id uuid not null,
    bank_account_id uuid not null,
    notice_ref text not null,
    file_name text not null,
    file_sha256 bytea not null,
    lines int not null,
    read_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, bank_account_id, notice_ref),
    foreign key (business_id, bank_account_id) references bank_account
);
create table bank_notice_line (
    business_id int not null,
    notice_id uuid not null,
    line_no int not null,
    bank_account_id uuid not null,
    bank_reference text not null,
    amount_minor bigint not null,
    words text not null,
    primary key (business_id, notice_id, line_no),
    foreign key (business_id, notice_id) references bank_notice
);
create index on bank_notice_line (business_id, bank_account_id, bank_reference);
revoke update, delete, truncate on bank_notice, bank_notice_line from exactum_app;

-- A bank's CSV file until it is known how to read it, and how files with the same head are read.
create table bank_csv (
    business_id int not null references business,
    id uuid not null,
    file_name text not null,
    content bytea not null,
    kept_at timestamptz not null default now(),
    primary key (business_id, id)
);
create table bank_csv_mapping (
    business_id int not null references business,
    head_sha256 bytea not null,
    mapping text not null,
    bank_account_id uuid not null,
    primary key (business_id, head_sha256),
    foreign key (business_id, bank_account_id) references bank_account
);

create function bank_line_is_a_fact() returns trigger language plpgsql as $$
begin
    if (to_jsonb(new) - 'left_minor' - 'own_left_minor') <> (to_jsonb(old) - 'left_minor' - 'own_left_minor') then
        raise exception 'what the bank said is never edited' using errcode = 'check_violation';
    end if;
    return new;
end $$;
create trigger bank_line_stays before update on bank_line for each row execute function bank_line_is_a_fact();
revoke delete, truncate on bank_line, bank_statement from exactum_app;
revoke update on bank_statement from exactum_app;

create table payout (
    business_id int not null references business,
    id uuid not null,
    processor_id uuid not null,
    reference text not null,
    sales_on date not null,
    arrives_on date not null,
    counts_on date not null,
    currency char(3) not null,
    gross_minor bigint not null,
    fees_minor bigint not null,
    net_minor bigint not null,
    lines int not null,
    sales int not null,
    read_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, processor_id, reference),
    foreign key (business_id, processor_id) references processor_account,
    check (net_minor = gross_minor - fees_minor)
);
create index on payout (business_id, arrives_on, id);

-- What the lines of each kind come to, apart by whether they take away.
create table payout_part (
    business_id int not null,
    payout_id uuid not null,
    kind text not null,
    outward boolean not null,
    count int not null,
    gross_minor bigint not null,
    fees_minor bigint not null,
    primary key (business_id, payout_id, kind, outward),
    foreign key (business_id, payout_id) references payout
);

create table payout_line (
    business_id int not null,
    id uuid not null,
    payout_id uuid not null,
    line_no int not null,
    kind text not null check (kind in ('sale', 'refund', 'chargeback', 'correction', 'fee', 'reserve')),
    occurred_on date not null,
    sale_ref text,
    line_ref text,
    -- What of the books it is, by kind and reference of what waits; null where nothing can be.
    waits_as text,
    waits_ref text,
    description text not null,
    currency char(3) not null,
    gross_minor bigint not null,
    fee_minor bigint not null,
    amount_minor bigint not null,
    left_minor bigint not null,
    primary key (business_id, id),
    unique (business_id, payout_id, line_no),
    foreign key (business_id, payout_id) references payout,
    -- What is left may be the other way round: a sale whose fee differs is worth more than its line until the fee is booked.
    check (amount_minor = gross_minor - fee_minor)
);
create index on payout_line (business_id, waits_ref) where waits_ref is not null;
create index on payout_line (business_id, payout_id) where left_minor <> 0;

-- How lines that repeat are treated, in order; retired ones stay for what they did.
create table standing_rule (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    place int not null,
    bank_account_id uuid,
    money_in boolean not null,
    counterparty text not null,
    words text not null,
    currency char(3) not null,
    least_minor bigint,
    most_minor bigint,
    account text not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    retired_by text,
    retired_at timestamptz,
    primary key (business_id, id),
    foreign key (business_id, bank_account_id) references bank_account,
    foreign key (business_id, account) references account,
    check (counterparty <> '' or words <> '')
);

-- What is matched without a person, and how much may be missing; nothing of either where there is no row.
create table matching_setting (
    business_id int primary key references business,
    by_itself boolean not null,
    let_go_minor bigint not null check (let_go_minor between 0 and 1000)
);

-- A part of a bank line or a payout line joined to what it is; undone by a mark and a reversing entry.
create table match (
    business_id int not null references business,
    id uuid not null,
    bank_line_id uuid,
    payout_line_id uuid,
    kind text not null check (kind in ('waiting', 'payment', 'return', 'refund', 'account', 'own transfer', 'reserve')),
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    own_minor bigint not null,
    waiting_id uuid,
    waiting_own_minor bigint,
    means_id uuid,
    take_back_id uuid,
    refund_id uuid,
    account text,
    rule_id uuid,
    words text not null,
    entry_id uuid,
    matched_on date not null,
    matched_by text not null,
    matched_at timestamptz not null default now(),
    undone_on date,
    undone_at timestamptz,
    undone_by text,
    primary key (business_id, id),
    foreign key (business_id, bank_line_id) references bank_line,
    foreign key (business_id, payout_line_id) references payout_line,
    foreign key (business_id, waiting_id) references waiting,
    foreign key (business_id, means_id) references means,
    foreign key (business_id, take_back_id) references take_back,
    foreign key (business_id, refund_id) references refund,
    foreign key (business_id, account) references account,
    foreign key (business_id, rule_id) references standing_rule,
    foreign key (business_id, entry_id) references entry deferrable initially deferred,
    check ((bank_line_id is null) <> (payout_line_id is null))
);
create index on match (business_id, bank_line_id) where bank_line_id is not null;
create index on match (business_id, payout_line_id) where payout_line_id is not null;
create index on match (business_id, means_id) where means_id is not null;
create index on match (business_id, waiting_id) where waiting_id is not null;
create index on match (business_id, rule_id) where rule_id is not null;
-- Lines that were matched by themselves, on which business day.
create table self_matched (
    business_id int not null,
    bank_line_id uuid not null,
    day date not null,
    primary key (business_id, bank_line_id, day),
    foreign key (business_id, bank_line_id) references bank_line
);
create index on self_matched (business_id, day);
revoke update, delete, truncate on self_matched from exactum_app;
create unique index match_makes_a_payment_once on match (business_id, means_id) where kind = 'payment';

-- Where the money of a payment is by now; the one place that says so, for lists, pages and day sheet alike.
create view payment_place as
select r.business_id, r.means_id,
       case when exists (select 1 from chargeback c where c.business_id = r.business_id and c.means_id = r.means_id and c.state in ('open', 'answered'))
            then 'contested'
            when m.taken_back_minor = m.amount_minor
            then case when exists (select 1 from take_back t where t.business_id = r.business_id and t.means_id = r.means_id and t.cause in ('match undone', 'recorded by mistake', 'never went through') and t.reverses is null)
                      then 'undone' else 'returned' end
            when coalesce(w.left_minor, b.left_minor, o.left_minor) is null
            then case when exists (select 1 from account a where a.business_id = r.business_id and a.code = r.money_account and a.role is null)
                      then 'in hand' else 'at the bank' end
            when coalesce(w.left_minor, b.left_minor, o.left_minor) <> 0 then case when w.kind = 'card sale' then 'at the processor' else 'not yet at the bank' end
            when w.kind = 'card sale' and exists (
                   select 1 from match x join payout_line l on l.business_id = x.business_id and l.id = x.payout_line_id
                     join waiting p on p.business_id = l.business_id and p.kind = 'payout' and p.source_id = l.payout_id
                    where x.business_id = w.business_id and x.waiting_id = w.id and x.undone_at is null and p.left_minor <> 0)
            then 'on its way'
            else 'at the bank' end as place
  from receipt r
  join means m on m.business_id = r.business_id and m.id = r.means_id
  left join waiting w on w.business_id = r.business_id and w.means_id = r.means_id and w.kind in ('payment recorded by hand', 'card sale')
  left join debit e on e.business_id = r.business_id and e.collection_id = r.collection_id
  left join waiting b on b.business_id = e.business_id and b.source_id = e.group_id and b.kind = 'batch of debits'
  left join waiting o on o.business_id = e.business_id and o.source_id = e.collection_id and o.kind = 'batch of debits';

-- How a document stands, from its claims and from where the money is that settled them; the one place that says so. What
-- depends on the day (overdue, expired) is told by the earliest open day beside the day.
create view document_standing_now as
select d.business_id, d.id as document_id, d.kind, d.customer_id, k.name as customer, d.document_date, coalesce(d.number, '') as number, d.search, d.currency, d.gross_minor,
       coalesce(c.open_minor, 0)::bigint as open_minor,
       coalesce(c.settled_minor, 0)::bigint as settled_minor,
       case when d.kind = 'quote' and d.state = 'issued' then q.expires_on else c.open_due end as open_due,
       case when d.kind = 'quote' and d.state = 'issued' then q.expires_on else c.last_due end as last_due,
       case when d.state <> 'issued' then d.state
            when d.kind = 'quote' then coalesce(q.state, 'open')
            when d.kind = 'credit note' then case when exists (select 1 from means m where m.business_id = d.business_id and m.document_id = d.id and m.kind = 'credit note' and m.left_minor > 0) then 'on account' else 'applied' end
            when coalesce(c.open_minor, 0) > 0 then case when c.settled_minor > 0 then 'part' else 'issued' end
            else coalesce((
                   select case when d.gross_minor = coalesce(sum(a.amount_minor) filter (where m.kind = 'credit note'), 0) then 'credited'
                               when bool_or(m.kind = 'receipt' and a.reverses is null and (select p.place from payment_place p where p.business_id = a.business_id and p.means_id = a.means_id)
                                            in ('not yet at the bank', 'at the processor', 'on its way')) then 'not at the bank' end
                     from claim k join allocation a on a.business_id = k.business_id and a.claim_id = k.id join means m on m.business_id = a.business_id and m.id = a.means_id
                    where k.business_id = d.business_id and k.document_id = d.id), 'paid') end as stands
  from document d
  join customer k on k.business_id = d.business_id and k.id = d.customer_id
  left join quote q on d.kind = 'quote' and q.business_id = d.business_id and q.document_id = d.id
  left join lateral (
       select sum(k.left_minor) as open_minor, sum(k.amount_minor - k.left_minor - k.closed_minor) as settled_minor,
              min(k.due_date) filter (where k.left_minor > 0) as open_due, max(k.due_date) as last_due
         from claim k where k.business_id = d.business_id and k.document_id = d.id) c on true;

-- The same, kept beside the documents by the statements that change it, so that a list of any size is sorted and filtered by
-- an index. None of them has what a payment changes, and pages have room, so that a payment writes no index of it; by how
-- documents stand, what is open and when it is due they are found in standing_key. A query proves that all agree.
create table document_standing (
    business_id int not null,
    document_id uuid not null,
    kind text not null,
    customer_id uuid not null,
    customer text not null,
    document_date date not null,
    number text not null,
    search text not null,
    currency char(3) not null,
    gross_minor bigint not null,
    open_minor bigint not null,
    settled_minor bigint not null,
    open_due date,
    last_due date,
    stands text not null,
    primary key (business_id, document_id)
) with (fillfactor = 60);
create index document_standing_date on document_standing (business_id, document_date, number, document_id);
create index document_standing_number on document_standing (business_id, number, document_id);
create index document_standing_customer on document_standing (business_id, customer, document_date, document_id);
create index document_standing_gross on document_standing (business_id, gross_minor, document_id);
create index document_standing_search on document_standing using gin (search gin_trgm_ops);
create index document_standing_of on document_standing (business_id, customer_id, document_date);

-- What documents are found by that payments change; due is when what is open falls due, else when the last of it did.
create table standing_key (
    business_id int not null,
    document_id uuid not null,
    stands text not null,
    open_minor bigint not null,
    due date,
    primary key (business_id, document_id)
);
create index standing_key_stands on standing_key (business_id, stands, document_id);
create index standing_key_open on standing_key (business_id, open_minor, document_id);
create index standing_key_due on standing_key (business_id, due, document_id);

-- How many documents stand how, and what they come to: only ever added to, by changes, and folded from time to time.
create table document_tally (
    business_id int not null,
    kind text not null,
    stands text not null,
    open_due date,
    currency char(3) not null,
    documents bigint not null,
    gross_minor numeric(30) not null,
    open_minor numeric(30) not null
);
create index on document_tally (business_id);

create function tally_standing() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        insert into document_tally
        select business_id, kind, stands, open_due, currency, count(*), sum(gross_minor), sum(open_minor) from new_rows group by 1, 2, 3, 4, 5;
    elsif tg_op = 'DELETE' then
        insert into document_tally
        select business_id, kind, stands, open_due, currency, -count(*), -sum(gross_minor), -sum(open_minor) from old_rows group by 1, 2, 3, 4, 5;
    else
        insert into document_tally
        select business_id, kind, stands, open_due, currency, sum(n), sum(gross), sum(open) from (
            select business_id, kind, stands, open_due, currency, 1 as n, gross_minor as gross, open_minor as open from new_rows
            union all select business_id, kind, stands, open_due, currency, -1, -gross_minor, -open_minor from old_rows) changed
         group by 1, 2, 3, 4, 5 having sum(n) <> 0 or sum(gross) <> 0 or sum(open) <> 0;
    end if;
    return null;
end $$;
create trigger standing_tallied_in after insert on document_standing referencing new table as new_rows for each statement execute function tally_standing();
create trigger standing_tallied after update on document_standing referencing old table as old_rows new table as new_rows for each statement execute function tally_standing();
create trigger standing_tallied_out after delete on document_standing referencing old table as old_rows for each statement execute function tally_standing();

-- Keeps how these documents stand. Rows are held before they are looked at, so that the later of two changes sees both.
create function restand_these(businesses int[], documents uuid[]) returns void language plpgsql as $$
begin
    perform 1 from document_standing s where s.business_id = any(businesses) and s.document_id = any(documents) order by s.document_id for update;
    insert into document_standing (business_id, document_id, kind, customer_id, customer, document_date, number, search, currency, gross_minor, open_minor, settled_minor, open_due, last_due, stands)
    select n.business_id, n.document_id, n.kind, n.customer_id, n.customer, n.document_date, n.number, n.search, n.currency, n.gross_minor, n.open_minor, n.settled_minor, n.open_due, n.last_due, n.stands
      from document_standing_now n where n.business_id = any(businesses) and n.document_id = any(documents)
    on conflict (business_id, document_id) do update set kind = excluded.kind, customer_id = excluded.customer_id, customer = excluded.customer, document_date = excluded.document_date, number = excluded.number, search = excluded.search,
           currency = excluded.currency, gross_minor = excluded.gross_minor, open_minor = excluded.open_minor, settled_minor = excluded.settled_minor, open_due = excluded.open_due, last_due = excluded.last_due, stands = excluded.stands
     where (document_standing.kind, document_standing.customer_id, document_standing.customer, document_standing.document_date, document_standing.number, document_standing.search, document_standing.currency, document_standing.gross_minor, document_standing.open_minor, document_standing.settled_minor, document_standing.open_due, document_standing.last_due, document_standing.stands)
           is distinct from (excluded.kind, excluded.customer_id, excluded.customer, excluded.document_date, excluded.number, excluded.search, excluded.currency, excluded.gross_minor, excluded.open_minor, excluded.settled_minor, excluded.open_due, excluded.last_due, excluded.stands);
    insert into standing_key (business_id, document_id, stands, open_minor, due)
    select s.business_id, s.document_id, s.stands, s.open_minor, coalesce(s.open_due, s.last_due)
      from document_standing s where s.business_id = any(businesses) and s.document_id = any(documents)
    on conflict (business_id, document_id) do update set stands = excluded.stands, open_minor = excluded.open_minor, due = excluded.due
     where (standing_key.stands, standing_key.open_minor, standing_key.due) is distinct from (excluded.stands, excluded.open_minor, excluded.due);
end $$;

-- Many are planned anew each time: a plan from when the tables were small would be kept for the whole of a run that fills them.
create function restand_many(businesses int[], documents uuid[]) returns void language plpgsql set plan_cache_mode = force_custom_plan as $$
begin
    perform restand_these(businesses, documents);
end $$;

create function restand(businesses int[], documents uuid[]) returns void language plpgsql as $$
begin
    if cardinality(documents) > 100 then perform restand_many(businesses, documents);
    elsif cardinality(documents) > 0 then perform restand_these(businesses, documents);
    end if;
end $$;

-- A document that asks for something stands as soon as its claims are there.
create function document_restands() returns trigger language plpgsql as $$
begin
    if tg_op = 'DELETE' then
        delete from standing_key k using old_rows o where k.business_id = o.business_id and k.document_id = o.id;
        delete from document_standing s using old_rows o where s.business_id = o.business_id and s.document_id = o.id;
    elsif tg_op = 'INSERT' then
        perform restand(array_agg(distinct business_id), array_agg(id)) from new_rows where state <> 'issued' or kind in ('quote', 'credit note') having count(*) > 0;
    else
        perform restand(array_agg(distinct n.business_id), array_agg(n.id)) from new_rows n join old_rows o on o.business_id = n.business_id and o.id = n.id
          where (n.state, n.kind, n.customer_id, n.document_date, n.gross_minor, n.currency, n.search) is distinct from (o.state, o.kind, o.customer_id, o.document_date, o.gross_minor, o.currency, o.search) having count(*) > 0;
    end if;
    return null;
end $$;
create trigger document_stands_in after insert on document referencing new table as new_rows for each statement execute function document_restands();
create trigger document_stands after update on document referencing old table as old_rows new table as new_rows for each statement execute function document_restands();
create trigger document_stands_out after delete on document referencing old table as old_rows for each statement execute function document_restands();

create function claim_restands() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        perform restand(array_agg(distinct business_id), array_agg(distinct document_id)) from new_rows having count(*) > 0;
    else
        perform restand(array_agg(distinct n.business_id), array_agg(distinct n.document_id)) from new_rows n join old_rows o on o.business_id = n.business_id and o.id = n.id
          where (n.left_minor, n.closed_minor, n.due_date) is distinct from (o.left_minor, o.closed_minor, o.due_date) having count(*) > 0;
    end if;
    return null;
end $$;
create trigger claim_stands_in after insert on claim referencing new table as new_rows for each statement execute function claim_restands();
create trigger claim_stands after update on claim referencing old table as old_rows new table as new_rows for each statement execute function claim_restands();

-- The documents that means settle, and the credit notes that they are.
create function means_restand(businesses int[], ids uuid[]) returns void language plpgsql as $$
begin
    perform restand(businesses, coalesce(array_agg(distinct document_id), '{}')) from (
        select c.document_id from allocation a join claim c on c.business_id = a.business_id and c.id = a.claim_id where a.business_id = any(businesses) and a.means_id = any(ids)
        union select m.document_id from means m where m.business_id = any(businesses) and m.id = any(ids) and m.kind = 'credit note') touched;
end $$;

create function means_restands() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        perform restand(array_agg(distinct business_id), array_agg(distinct document_id)) from new_rows where kind = 'credit note' having count(*) > 0;
    else
        perform means_restand(array_agg(distinct n.business_id), array_agg(distinct n.id)) from new_rows n join old_rows o on o.business_id = n.business_id and o.id = n.id
          where n.taken_back_minor <> o.taken_back_minor or n.kind = 'credit note' and n.left_minor <> o.left_minor having count(*) > 0;
    end if;
    return null;
end $$;
create trigger means_stand_in after insert on means referencing new table as new_rows for each statement execute function means_restands();
create trigger means_stand after update on means referencing old table as old_rows new table as new_rows for each statement execute function means_restands();

-- What waits tells where its payments are; whether anything is left of it is all that matters.
create function waiting_restands(changed waiting[]) returns void language plpgsql as $$
begin
    perform means_restand(array_agg(distinct n.business_id), array_agg(distinct n.means_id)) from unnest(changed) n where n.means_id is not null having count(*) > 0;
    perform means_restand(array_agg(distinct w.business_id), array_agg(distinct w.means_id)) from unnest(changed) n
       join payout_line l on l.business_id = n.business_id and l.payout_id = n.source_id
       join match x on x.business_id = l.business_id and x.payout_line_id = l.id and x.undone_at is null
       join waiting w on w.business_id = x.business_id and w.id = x.waiting_id and w.kind = 'card sale'
      where n.kind = 'payout' having count(*) > 0;
    if not exists (select 1 from unnest(changed) n where n.kind = 'batch of debits') then return; end if;
    perform means_restand(array_agg(distinct r.business_id), array_agg(distinct r.means_id)) from (
            select e.business_id, e.collection_id from unnest(changed) n join debit e on e.business_id = n.business_id and e.group_id = n.source_id where n.kind = 'batch of debits'
            union select n.business_id, n.source_id from unnest(changed) n where n.kind = 'batch of debits') e
       join receipt r on r.business_id = e.business_id and r.collection_id = e.collection_id having count(*) > 0;
end $$;

create function waiting_restands() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        perform waiting_restands(array_agg(n::waiting)) from new_rows n having count(*) > 0;
    else
        perform waiting_restands(array_agg(n::waiting)) from new_rows n join old_rows o on o.business_id = n.business_id and o.id = n.id
          where (n.left_minor = 0) is distinct from (o.left_minor = 0) having count(*) > 0;
    end if;
    return null;
end $$;
create trigger waiting_stands_in after insert on waiting referencing new table as new_rows for each statement execute function waiting_restands();
create trigger waiting_stands after update on waiting referencing old table as old_rows new table as new_rows for each statement execute function waiting_restands();

create function match_restands() returns trigger language plpgsql as $$
begin
    perform means_restand(array_agg(distinct n.business_id), array_agg(distinct w.means_id))
      from new_rows n join waiting w on w.business_id = n.business_id and w.id = n.waiting_id where n.payout_line_id is not null and w.means_id is not null having count(*) > 0;
    return null;
end $$;
create trigger match_stands_in after insert on match referencing new table as new_rows for each statement execute function match_restands();
create trigger match_stands after update on match referencing new table as new_rows for each statement execute function match_restands();

create function quote_restands() returns trigger language plpgsql as $$
begin
    perform restand(array_agg(distinct business_id), array_agg(document_id)) from new_rows having count(*) > 0;
    return null;
end $$;
create trigger quote_stands_in after insert on quote referencing new table as new_rows for each statement execute function quote_restands();
create trigger quote_stands after update on quote referencing new table as new_rows for each statement execute function quote_restands();

create function customer_restands() returns trigger language plpgsql as $$
begin
    update document_standing s set customer = n.name from new_rows n join old_rows o on o.business_id = n.business_id and o.id = n.id
     where n.name <> o.name and s.business_id = n.business_id and s.customer_id = n.id;
    return null;
end $$;
create trigger customer_stands after update on customer referencing old table as old_rows new table as new_rows for each statement execute function customer_restands();
