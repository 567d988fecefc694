-- What is said, and what is owed by it.
create table document (
    business_id int not null,
    id uuid not null,
    kind text not null check (kind in ('quote', 'invoice', 'credit note', 'cash sale')),
    state text not null check (state in ('draft', 'issued', 'void')),
    series text,
    number text,
    customer_id uuid not null,
    document_date date not null,
    currency char(3) not null,
    price_mode text not null check (price_mode in ('plus tax', 'tax included')),
    net_minor bigint not null,
    tax_minor bigint not null,
    gross_minor bigint not null,
    own_gross_minor bigint not null,
    rate numeric(18, 8),
    rate_source text,
    adjustments jsonb,
    terms_id uuid,
    terms_rule jsonb,
    terms_printed text not null,
    counts_whole boolean not null default false,
    seller jsonb,
    buyer jsonb,
    manner jsonb,
    layout_version int,
    period_from date,
    period_until date,
    their_reference text,
    our_reference text,
    memo text,
    footer text,
    particulars jsonb,
    origin text not null check (origin in ('recurring', 'by hand', 'credited document', 'return', 'quote')),
    origin_id uuid,
    sending jsonb,
    run_id uuid,
    prepaid_minor bigint not null default 0,
    use_credit boolean not null default false,
    revision int not null default 1,
    made_by text not null,
    made_at timestamptz not null default now(),
    search text not null,
    primary key (business_id, id),
    unique (business_id, number),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, terms_id) references terms,
    check ((state = 'draft') = (number is null)),
    check (state = 'draft' or (seller is not null and buyer is not null and manner is not null and layout_version is not null and series is not null))
);
create index on document (business_id, customer_id, document_date);
create index on document (business_id, origin_id) where origin_id is not null;
create index on document (business_id, document_date, number);
create index on document (business_id) where state = 'draft';
create index document_number_key on document (business_id, lower(replace(number, '-', ''))) where number is not null;
-- What we collect, and do not ask the payer for.
create index document_collected on document (business_id, id) where manner ->> 'byCard' = 'false' and manner ->> 'bankAccount' is null;

-- The one line shape, as it was issued: with the rate of its document's date and what it came to.
create table document_line (
    business_id int not null,
    document_id uuid not null,
    line_no smallint not null,
    item_id uuid,
    description text not null,
    quantity numeric(18, 6),
    unit text not null,
    price numeric(18, 6),
    adjustments jsonb,
    tax_code text,
    tax_category text,
    tax_name text,
    tax_percent numeric(7, 4),
    tax_source text,
    income_account text,
    tags text[],
    period_from date,
    period_until date,
    credited_line smallint,
    amount_minor bigint not null,
    net_minor bigint not null,
    primary key (business_id, document_id, line_no),
    foreign key (business_id, document_id) references document,
    check ((price is null) = (quantity is null)),
    check (price is null or (tax_code is not null and income_account is not null))
);

create table document_tax (
    business_id int not null,
    document_id uuid not null,
    tax_code text not null,
    tax_category text not null,
    tax_name text not null,
    tax_percent numeric(7, 4) not null,
    tax_source text not null,
    base_minor bigint not null,
    tax_minor bigint not null,
    primary key (business_id, document_id, tax_code, tax_percent),
    foreign key (business_id, document_id) references document
);

-- Each period of a recurring invoice is billed at most once, whoever runs it, however often.
create table occurrence (
    business_id int not null,
    recurring_id uuid not null,
    period_from date not null,
    period_until date not null,
    occurrence_date date not null,
    document_id uuid not null,
    primary key (business_id, recurring_id, period_from),
    foreign key (business_id, recurring_id) references recurring_invoice,
    foreign key (business_id, document_id) references document deferrable initially deferred
);

-- What was open of a document, divided anew: when, by whom and why. The open items before it stay, closed.
create table rescheduling (
    business_id int not null,
    document_id uuid not null,
    no smallint not null,
    cause text not null,
    made_on date not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, document_id, no),
    foreign key (business_id, document_id) references document
);

-- What a customer owes: one dated part of a document. One that is expected is counted again once the first part is paid.
create table claim (
    business_id int not null,
    id uuid not null,
    document_id uuid not null,
    customer_id uuid not null,
    seq smallint not null,
    due_date date not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    left_minor bigint not null,
    closed_minor bigint not null default 0,
    own_minor bigint not null,
    own_left_minor bigint not null,
    deposit boolean not null default false,
    expected boolean not null default false,
    description text not null default '',
    method text not null default '',
    rescheduled smallint not null default 0,
    early_until date,
    early_minor bigint,
    primary key (business_id, id),
    unique (business_id, document_id, seq),
    foreign key (business_id, document_id) references document,
    check (left_minor >= 0 and closed_minor >= 0 and left_minor + closed_minor <= amount_minor),
    check ((early_until is null) = (early_minor is null))
);
create index on claim (business_id, customer_id);
create index on claim (business_id, due_date) where left_minor > 0;

create table document_pdf (
    business_id int not null,
    document_id uuid not null,
    sha256 bytea not null,
    content bytea not null,
    made_at timestamptz not null default now(),
    primary key (business_id, document_id),
    foreign key (business_id, document_id) references document
);

-- By which a payer reaches what they owe; or, without a document, pays an amount. One open link a document: a second one
-- that is made at the same moment finds the first.
create table payment_link (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    document_id uuid,
    currency char(3),
    amount_minor bigint check (amount_minor > 0),
    purpose text not null default '',
    once boolean not null default false,
    tell text not null default '',
    token_digest bytea not null,
    made_on date not null,
    expires_on date not null,
    withdrawn_at timestamptz,
    replaced boolean not null default false,
    paid_on date,
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, document_id) references document,
    check ((document_id is null) = (currency is not null)),
    check (amount_minor is null or currency is not null)
);
create unique index payment_link_token on payment_link (token_digest);
create unique index payment_link_one_open on payment_link (business_id, document_id) where withdrawn_at is null and document_id is not null;
create index on payment_link (business_id, document_id);
create index on payment_link (business_id, customer_id);
create index on payment_link (business_id, document_id) where tell <> '';

-- A code by e-mail, with which an old link shows more than its document. The newest counts, for so many tries.
create table payer_code (
    business_id int not null,
    id uuid not null,
    link_id uuid not null,
    sent_at timestamptz not null,
    tries int not null default 0,
    primary key (business_id, id),
    foreign key (business_id, link_id) references payment_link
);
create index on payer_code (business_id, link_id);

-- What payers may do on their page.
create table payer_setting (
    business_id int not null references business,
    extra boolean not null default false,
    code_after_days int not null default 30 check (code_after_days between 0 and 90),
    primary key (business_id)
);

-- What a payer says their address is; a person takes it over, or not.
create table address_wish (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    link_id uuid not null,
    name text not null,
    address text not null,
    country char(2) not null,
    asked_on date not null,
    state text not null check (state in ('asked', 'taken over', 'not taken over', 'replaced')),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, link_id) references payment_link
);
create unique index address_wish_one on address_wish (business_id, customer_id) where state = 'asked';

-- What belongs to a quote alone, once it was made known. A later version stands in place of the one before it, once.
create table quote (
    business_id int not null,
    document_id uuid not null,
    version smallint not null check (version > 0),
    replaces uuid,
    expires_on date not null,
    signed boolean not null,
    asks text not null check (asks in ('nothing', 'first part', 'all', 'card authorised')),
    asks_minor bigint not null check (asks_minor >= 0),
    by_itself boolean not null,
    state text not null check (state in ('open', 'accepted', 'declined', 'replaced', 'withdrawn')),
    closed_on date,
    cause text,
    invoice_id uuid,
    primary key (business_id, document_id),
    foreign key (business_id, document_id) references document,
    foreign key (business_id, replaces) references quote,
    check ((state = 'open') = (closed_on is null))
);
create unique index quote_replaced_once on quote (business_id, replaces) where replaces is not null;
create unique index quote_invoice on quote (business_id, invoice_id) where invoice_id is not null;
create index on quote (business_id, expires_on) where state = 'open';

-- How a quote was accepted, once: who, how, when, from where, and the digest of the very bytes that were seen.
create table acceptance (
    business_id int not null,
    document_id uuid not null,
    how text not null check (how in ('drawn', 'typed', 'read', 'told us')),
    name text not null,
    note text not null default '',
    drawing bytea,
    accepted_on date not null,
    accepted_at timestamptz not null default now(),
    address text not null default '',
    agent text not null default '',
    sha256 bytea not null,
    recorded_by text not null,
    primary key (business_id, document_id),
    foreign key (business_id, document_id) references quote,
    check ((how = 'drawn') = (drawing is not null))
);
create trigger acceptance_is_final before update or delete on acceptance for each statement execute function is_final();
revoke update, delete, truncate on acceptance from exactum_app;

-- Files that go with a document, or prove a payment; of a draft or a payment that is no row yet when its first one comes.
create table attachment (
    business_id int not null references business,
    id uuid not null,
    kind text not null check (kind in ('document', 'payment')),
    goes_with uuid not null,
    name text not null,
    media_type text not null,
    size int not null check (size > 0),
    content bytea not null,
    kept_by text not null,
    kept_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, kind, goes_with, name)
);

-- A customer's objection to a document or a part of it, and what a payer promised; both hold back what asks for money.
create table dispute (
    business_id int not null,
    id uuid not null,
    document_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    cause text not null,
    opened_on date not null,
    opened_by text not null,
    closed_on date,
    closed_by text,
    outcome text,
    primary key (business_id, id),
    foreign key (business_id, document_id) references document,
    check ((closed_on is null) = (outcome is null))
);
create unique index dispute_one_open on dispute (business_id, document_id) where closed_on is null;
create index on dispute (business_id, document_id);

create table promise (
    business_id int not null,
    id uuid not null,
    document_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    pays_on date not null,
    note text not null default '',
    made_on date not null,
    made_by text not null,
    ended_on date,
    primary key (business_id, id),
    foreign key (business_id, document_id) references document
);
create unique index promise_one_open on promise (business_id, document_id) where ended_on is null;

-- A list as a person left it, under a name.
create table saved_view (
    business_id int not null references business,
    login text not null,
    list text not null,
    name text not null,
    query text not null,
    primary key (business_id, login, list, name)
);

-- Who waits for a document to be paid in full, and when it was.
create table waits_for_paid (
    business_id int not null,
    document_id uuid not null,
    login text not null,
    what text not null,
    asked_on date not null,
    paid_on date,
    seen_on date,
    primary key (business_id, document_id),
    foreign key (business_id, document_id) references document
);
create index on waits_for_paid (business_id) where paid_on is not null and seen_on is null;
