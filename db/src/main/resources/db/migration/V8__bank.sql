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
    read_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, processor_id, reference),
    foreign key (business_id, processor_id) references processor_account,
    check (net_minor = gross_minor - fees_minor)
);
create index on payout (business_id, arrives_on, id);

create table payout_line (
    business_id int not null,
    id uuid not null,
    payout_id uuid not null,
    line_no int not null,
    kind text not null check (kind in ('sale', 'fee')),
    occurred_on date not null,
    sale_ref text,
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
create index on payout_line (business_id, sale_ref) where sale_ref is not null;
create index on payout_line (business_id, payout_id) where left_minor <> 0;

-- A part of a bank line or a payout line joined to what it is; undone by a mark and a reversing entry.
create table match (
    business_id int not null references business,
    id uuid not null,
    bank_line_id uuid,
    payout_line_id uuid,
    kind text not null check (kind in ('waiting', 'payment', 'return', 'refund', 'account', 'own transfer')),
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    own_minor bigint not null,
    waiting_id uuid,
    waiting_own_minor bigint,
    means_id uuid,
    take_back_id uuid,
    refund_id uuid,
    account text,
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
    foreign key (business_id, entry_id) references entry deferrable initially deferred,
    check ((bank_line_id is null) <> (payout_line_id is null))
);
create index on match (business_id, bank_line_id) where bank_line_id is not null;
create index on match (business_id, payout_line_id) where payout_line_id is not null;
create index on match (business_id, means_id) where means_id is not null;
create index on match (business_id, waiting_id) where waiting_id is not null;
create unique index match_makes_a_payment_once on match (business_id, means_id) where kind = 'payment';

-- Where the money of a payment is by now; the one place that says so, for lists, pages and day sheet alike.
create view payment_place as
select r.business_id, r.means_id,
       case when m.taken_back_minor = m.amount_minor
            then case when exists (select 1 from take_back t where t.business_id = r.business_id and t.means_id = r.means_id and t.cause in ('match undone', 'recorded by mistake') and t.reverses is null)
                      then 'undone' else 'returned' end
            when w.left_minor is null
            then case when exists (select 1 from account a where a.business_id = r.business_id and a.code = r.money_account and a.role is null)
                      then 'in hand' else 'at the bank' end
            when w.left_minor <> 0 then case when w.kind = 'card sale' then 'at the processor' else 'not yet at the bank' end
            when w.kind = 'card sale' and exists (
                   select 1 from match x join payout_line l on l.business_id = x.business_id and l.id = x.payout_line_id
                     join waiting p on p.business_id = l.business_id and p.kind = 'payout' and p.source_id = l.payout_id
                    where x.business_id = w.business_id and x.waiting_id = w.id and x.undone_at is null and p.left_minor <> 0)
            then 'on its way'
            else 'at the bank' end as place
  from receipt r
  join means m on m.business_id = r.business_id and m.id = r.means_id
  left join waiting w on w.business_id = r.business_id and w.means_id = r.means_id and w.kind in ('payment recorded by hand', 'card sale', 'batch of debits');

-- How a document stands, from its claims and from where the money is that settled them; the one place that says so. What
-- depends on the day (overdue) is told by the earliest open item beside the day.
create view document_standing as
select d.business_id, d.id as document_id,
       coalesce(c.open_minor, 0) as open_minor,
       coalesce(c.settled_minor, 0) as settled_minor,
       c.open_due,
       c.last_due,
       d.state = 'issued' and coalesce(c.open_minor, 0) = 0 and exists (
           select 1 from claim k join allocation a on a.business_id = k.business_id and a.claim_id = k.id
             join payment_place p on p.business_id = a.business_id and p.means_id = a.means_id and p.place in ('not yet at the bank', 'at the processor', 'on its way')
            where k.business_id = d.business_id and k.document_id = d.id and a.reverses is null) as not_at_bank,
       d.state = 'issued' and d.gross_minor = coalesce((
           select sum(a.amount_minor) from claim k join allocation a on a.business_id = k.business_id and a.claim_id = k.id
             join means m on m.business_id = a.business_id and m.id = a.means_id and m.kind = 'credit note'
            where k.business_id = d.business_id and k.document_id = d.id), 0) as credited
  from document d
  left join lateral (
       select sum(k.left_minor) as open_minor, sum(k.amount_minor - k.left_minor - k.closed_minor) as settled_minor,
              min(k.due_date) filter (where k.left_minor > 0) as open_due, max(k.due_date) as last_due
         from claim k where k.business_id = d.business_id and k.document_id = d.id) c on true;
