-- What is agreed: rates, terms, catalogue, accounts at bank and processor, customers, recurring invoices.
create table tax_rate (
    business_id int not null references business,
    id uuid not null,
    code text not null,
    category text not null check (category in ('S', 'Z', 'E', 'AE', 'O')),
    name text not null,
    percent numeric(7, 4) not null check (percent >= 0 and percent < 100),
    valid_from date not null,
    valid_until date,
    source text not null,
    primary key (business_id, id),
    unique (business_id, code, valid_from),
    check (valid_until is null or valid_until > valid_from)
);

create table terms (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    rule jsonb not null,
    printed text not null,
    chosen boolean not null default false,
    primary key (business_id, id),
    unique (business_id, name)
);
create unique index on terms (business_id) where chosen;

-- The business's own analysis values; a retired one stays on what has it.
create table tag (
    business_id int not null references business,
    dimension text not null check (dimension !~ '[:;]'),
    value text not null check (value !~ ';'),
    retired boolean not null default false,
    primary key (business_id, dimension, value)
);

create table catalogue_item (
    business_id int not null references business,
    id uuid not null,
    code text not null,
    name text not null,
    kind text not null check (kind in ('period', 'hour', 'unit', 'one-off', 'metered', 'retainer', 'security deposit')),
    unit text not null,
    sentence text not null default '',
    tax_code text not null,
    income_account text not null,
    tags text[] not null default '{}',
    retired boolean not null default false,
    search text not null,
    revision int not null default 1,
    primary key (business_id, id),
    unique (business_id, code),
    foreign key (business_id, income_account) references account
);
create index on catalogue_item (business_id, name, code) where not retired;
create index on catalogue_item using gin (search gin_trgm_ops);

-- The numbers by which authorities know a business besides its tax number, and where each is printed.
create table seller_number (
    business_id int not null references business,
    id uuid not null,
    label text not null,
    number text not null,
    place text not null check (place in ('beside the address', 'at the foot', 'not printed')),
    primary key (business_id, id),
    unique (business_id, label, number)
);

-- Logos as pictures of our own making, known by their digest; what was issued keeps the one it was issued with.
create table logo (
    business_id int not null references business,
    digest text not null check (digest ~ '^[0-9a-f]{64}$'),
    png bytea not null,
    primary key (business_id, digest)
);

-- How papers ask for money: which channels they name. One of them is for everybody of whom nothing else is said.
create table layout (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    by_card boolean not null,
    by_transfer boolean not null,
    chosen boolean not null default false,
    primary key (business_id, id),
    unique (business_id, name)
);
create unique index on layout (business_id) where chosen;

create table creditor_identifier (
    business_id int not null references business,
    id uuid not null,
    identifier text not null,
    name text not null,
    primary key (business_id, id),
    unique (business_id, identifier)
);

create table bank_account (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    iban_secret bytea not null,
    iban_digest bytea not null,
    iban_ending text not null,
    currency char(3) not null,
    account text not null,
    opening_minor bigint not null,
    opened_on date not null,
    feed_url text,
    feed_on boolean not null default true,
    bic text not null default '',
    creditor_id uuid,
    file_version text not null default 'pain.008.001.08' check (file_version in ('pain.008.001.02', 'pain.008.001.08')),
    grouping text not null default 'by date and sequence' check (grouping in ('by date and sequence', 'by date', 'one group a debit')),
    batch_booking boolean not null default true,
    cut_off time not null default '14:00',
    uses_first boolean not null default false,
    lead_days int not null default 2 check (lead_days between 1 and 10),
    debit_url text,
    transfer_url text,
    revision int not null default 1,
    primary key (business_id, id),
    unique (business_id, iban_digest),
    foreign key (business_id, creditor_id) references creditor_identifier,
    foreign key (business_id, account) references account
);

create table processor_account (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    address text not null,
    key_secret bytea not null,
    signing_secret bytea not null,
    currency char(3) not null,
    clearing_account text not null,
    fee_account text not null,
    payouts_account text not null,
    fee_percent numeric(7, 4) not null,
    fee_fixed_minor bigint not null,
    fee_tags text[] not null default '{}',
    can text[] not null default '{}',
    payouts_read_to text,
    is_on boolean not null default true,
    is_test boolean not null default true,
    former_secret bytea,
    former_until timestamptz,
    place int not null default 0,
    answered_at timestamptz,
    trouble text,
    trouble_since timestamptz,
    primary key (business_id, id),
    unique (business_id, name),
    foreign key (business_id, clearing_account) references account,
    foreign key (business_id, fee_account) references account,
    foreign key (business_id, payouts_account) references account
);
-- A notice names the processor alone; the business is that of the row.
create unique index processor_account_id on processor_account (id);

create table number_series (
    business_id int not null references business,
    name text not null,
    prefix text not null,
    width int not null check (width between 3 and 9),
    primary key (business_id, name),
    unique (business_id, prefix)
);

-- One counter a series and year; its row is locked by the transaction that issues, so numbers have no gap. What a person
-- skipped, moving it forward, is counted; backwards it never goes.
create table number_counter (
    business_id int not null,
    series text not null,
    year int not null,
    last_number bigint not null default 0,
    skipped bigint not null default 0 check (skipped between 0 and last_number),
    primary key (business_id, series, year),
    foreign key (business_id, series) references number_series
);

create function counts_forward() returns trigger language plpgsql as $$
begin
    if new.last_number < old.last_number then
        raise exception 'the numbers of % % never go backwards', new.series, new.year using errcode = 'check_violation';
    end if;
    return new;
end $$;
create trigger number_counter_forward before update on number_counter for each row execute function counts_forward();

-- What a quote asks for, as long as nothing else is said on it.
create table quote_default (
    business_id int primary key references business,
    days int not null check (days between 1 and 366),
    signed boolean not null,
    asks text not null check (asks in ('nothing', 'first part', 'all', 'card authorised')),
    by_itself boolean not null
);

create table customer_group (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    primary key (business_id, id),
    unique (business_id, name)
);

create table customer (
    business_id int not null references business,
    id uuid not null,
    code text not null,
    name text not null,
    kind text not null check (kind in ('person', 'organisation')),
    email text,
    address text not null default '',
    service_address text not null default '',
    country char(2) not null,
    currency char(3) not null,
    tax_number text,
    invoice_to text[] not null default '{}',
    reminder_to text[] not null default '{}',
    confirm_to text[] not null default '{}',
    revision int not null default 1,
    group_id uuid,
    created_on date not null,
    changed_at timestamptz not null default clock_timestamp(),
    search text not null,
    primary key (business_id, id),
    unique (business_id, code),
    foreign key (business_id, group_id) references customer_group
);
create index on customer (business_id, currency);
create index on customer (business_id, group_id) where group_id is not null;
create index on customer using gin (search gin_trgm_ops);
create index on customer (business_id, name);

-- A customer who turned out to be another one: all that was theirs is the other’s, and their code leads there.
create table customer_merged (
    business_id int not null,
    customer_id uuid not null,
    code text not null,
    name text not null,
    into_id uuid not null,
    merged_at timestamptz not null default now(),
    primary key (business_id, customer_id),
    unique (business_id, code),
    foreign key (business_id, into_id) references customer
);
create index on customer_merged (business_id, into_id);

-- Who gets what of a customer’s mail; the addresses of each kind are kept on the customer, where every message looks.
create table contact (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    name text not null,
    email text not null,
    gets text[] not null check (gets <@ array['invoices', 'reminders', 'confirmations']),
    primary key (business_id, id),
    unique (business_id, customer_id, email),
    foreign key (business_id, customer_id) references customer
);

-- How a customer is billed, or a group, or (neither named) everybody; what is null is as the next wider one says.
create table billed_how (
    business_id int not null references business,
    customer_id uuid,
    group_id uuid,
    language text check (language in ('en', 'de')),
    terms_id uuid,
    treatment text check (treatment in ('domestic', 'reverse charge', 'exempt', 'outside scope')),
    treatment_reason text not null default '',
    delivery text check (delivery in ('PDF', 'link', 'e-invoice', 'paper')),
    pays_by text check (pays_by in ('either', 'card', 'transfer', 'collected')),
    layout_id uuid,
    revision int not null default 1,
    unique nulls not distinct (business_id, customer_id, group_id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, group_id) references customer_group,
    foreign key (business_id, terms_id) references terms,
    foreign key (business_id, layout_id) references layout,
    check (customer_id is null or group_id is null)
);

-- A price of an item, from a day on: for one customer, for a group, or for everybody. Steps are parallel arrays; the last has no end.
create table item_price (
    business_id int not null,
    item_id uuid not null,
    id uuid not null,
    customer_id uuid,
    group_id uuid,
    currency char(3) not null,
    tariff text not null check (tariff in ('flat', 'graduated', 'by reach')),
    up_to numeric(18, 6)[] not null,
    step_prices numeric(18, 6)[] not null,
    valid_from date not null,
    valid_until date,
    primary key (business_id, item_id, id),
    foreign key (business_id, item_id) references catalogue_item,
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, group_id) references customer_group,
    check (customer_id is null or group_id is null),
    check (valid_until is null or valid_until > valid_from),
    check (cardinality(step_prices) > 0 and cardinality(up_to) = cardinality(step_prices) - 1)
);
create index on item_price (business_id, customer_id) where customer_id is not null;

-- A file of customers and what became of its rehearsal. One that is not of our making is read with a mapping: what each of its
-- columns is (empty for one that is not read), and what holds for every line.
create table customer_import (
    business_id int not null references business,
    id uuid not null,
    file_name text not null,
    content bytea not null,
    ours boolean not null,
    encoding text,
    separator char(1),
    columns text[],
    country text not null default '',
    currency text not null default '',
    good int not null default 0,
    changed int not null default 0,
    unchanged int not null default 0,
    bad int not null default 0,
    bad_file bytea not null default '',
    rehearsed_at timestamptz,
    begun_at timestamptz,
    done int not null default 0,
    left_out text[] not null default '{}',
    taken_at timestamptz,
    primary key (business_id, id)
);

-- Discounts that documents of their days may have by name; on one day a name stands for one of them.
create table discount (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    percent numeric(7, 4) check (percent > 0 and percent < 100),
    amount_minor bigint check (amount_minor > 0),
    currency char(3),
    valid_from date not null,
    valid_until date,
    primary key (business_id, id),
    unique (business_id, name, valid_from),
    check ((percent is null) <> (amount_minor is null)),
    check ((amount_minor is null) = (currency is null)),
    check (valid_until is null or valid_until > valid_from)
);

-- A file of catalogue items and what its rehearsal found; the digest tells whether that is still true when it is taken.
create table item_import (
    business_id int not null references business,
    id uuid not null,
    file_name text not null,
    content bytea not null,
    fresh int not null,
    changed int not null,
    unchanged int not null,
    bad int not null,
    bad_file bytea not null,
    digest text not null,
    taken_at timestamptz,
    primary key (business_id, id)
);

create table recurring_invoice (
    business_id int not null,
    id uuid not null,
    name text not null,
    customer_id uuid not null,
    rule text not null,
    starts_on date not null,
    ends_on date,
    ends_after int check (ends_after > 0),
    coverage text not null,
    made_days_before int not null check (made_days_before between 0 and 366),
    proration text not null default 'none' check (proration in ('none', 'days of the period', '30/360')),
    shift text not null default 'NONE' check (shift in ('NONE', 'NEXT', 'PREVIOUS')),
    clearing text not null default 'TARGET' check (clearing in ('TARGET', 'ENGLAND')),
    billed_until date,
    billed_before int not null default 0,
    unread text not null default 'waits for its readings' check (unread in ('waits for its readings', 'goes without them')),
    review_first boolean not null default false,
    cash_sale boolean not null default false,
    sent_automatically boolean not null default true,
    recipients text[] not null default '{}',
    copy_to_us boolean not null default false,
    delivery text check (delivery in ('PDF', 'link', 'e-invoice', 'paper')),
    our_reference text,
    tags text[] not null default '{}',
    paused_on date,
    terms_id uuid not null,
    price_mode text not null check (price_mode in ('plus tax', 'tax included')),
    their_reference text,
    memo text,
    currency char(3) not null,
    state text not null check (state in ('active', 'paused', 'ended')),
    next_index int not null default 0,
    next_date date,
    next_make_on date,
    search text not null,
    revision int not null default 1,
    created_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, terms_id) references terms,
    check (ends_on is null or ends_after is null)
);
create index on recurring_invoice (business_id, next_make_on) where state = 'active';
create index on recurring_invoice (business_id, customer_id);

-- Dates that are left out, each with its cause; a date is known by the first day of its period.
create table recurring_skip (
    business_id int not null,
    recurring_id uuid not null,
    period_from date not null,
    cause text not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, recurring_id, period_from),
    foreign key (business_id, recurring_id) references recurring_invoice
);

-- The one line shape, shared with documents, and the time in which it is there. A line without price is text only.
create table recurring_line (
    business_id int not null,
    recurring_id uuid not null,
    line_no smallint not null,
    item_id uuid,
    description text not null,
    quantity numeric(18, 6),
    unit text not null,
    price numeric(18, 6),
    adjustments jsonb,
    tax_code text,
    income_account text,
    tags text[],
    basis text not null default 'for the period' check (basis in ('for the period', 'each time', 'as read')),
    there_from date,
    there_until date,
    primary key (business_id, recurring_id, line_no),
    check (there_until is null or there_from is null or there_until > there_from),
    foreign key (business_id, recurring_id) references recurring_invoice,
    foreign key (business_id, income_account) references account,
    foreign key (business_id, item_id) references catalogue_item,
    check ((price is null) = (quantity is null)),
    check (price is null or (tax_code is not null and income_account is not null))
);

-- How much a customer used of an item in some time; no time is read twice.
create table reading (
    business_id int not null,
    customer_id uuid not null,
    item_id uuid not null,
    period_from date not null,
    period_until date not null check (period_until > period_from),
    quantity numeric(18, 6) not null check (quantity >= 0),
    source text not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, customer_id, item_id, period_from),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, item_id) references catalogue_item
);

-- A file of readings and what its rehearsal found; the digest tells whether that is still true when it is taken.
create table reading_import (
    business_id int not null references business,
    id uuid not null,
    file_name text not null,
    content bytea not null,
    good int not null,
    bad int not null,
    bad_file bytea not null,
    digest text not null,
    taken_at timestamptz,
    primary key (business_id, id)
);

-- A change of prices from a day on, rehearsed for some arrangements: what each was seen with, and what became of it.
create table price_change (
    business_id int not null references business,
    id uuid not null,
    percent numeric(9, 4),
    amount_minor bigint,
    currency char(3),
    from_day date not null,
    words text not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    done_at timestamptz,
    primary key (business_id, id),
    check ((percent is null) <> (amount_minor is null)),
    check ((amount_minor is null) = (currency is null))
);

create table price_change_item (
    business_id int not null,
    change_id uuid not null,
    recurring_id uuid not null,
    revision int not null,
    outcome text,
    primary key (business_id, change_id, recurring_id),
    foreign key (business_id, change_id) references price_change on delete cascade,
    foreign key (business_id, recurring_id) references recurring_invoice
);

-- Lines that join a customer’s documents between two dates, by themselves or offered while composing: of one customer, or a named
-- set of many. Kinds are those of documents.
create table standing_lines (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    customer_id uuid,
    kinds text[] not null check (kinds <@ array['invoice', 'quote', 'credit note', 'cash sale'] and cardinality(kinds) > 0),
    by_themselves boolean not null,
    there_from date,
    there_until date,
    terms_id uuid,
    method text not null default '' check (method in ('', 'card', 'transfer', 'collected')),
    fields jsonb not null,
    revision int not null default 1,
    made_by text not null,
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, terms_id) references terms,
    check (there_until is null or there_from is null or there_until > there_from)
);
create unique index on standing_lines (business_id, name) where customer_id is null;
create index on standing_lines (business_id, customer_id) where customer_id is not null;

-- Whom a named set serves.
create table standing_lines_of (
    business_id int not null,
    lines_id uuid not null,
    customer_id uuid not null,
    primary key (business_id, lines_id, customer_id),
    foreign key (business_id, lines_id) references standing_lines on delete cascade,
    foreign key (business_id, customer_id) references customer
);
create index on standing_lines_of (business_id, customer_id);
