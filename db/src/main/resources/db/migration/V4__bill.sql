-- Billing runs, invoices and what is sent.
create table billing_run (
    business_id int not null references business,
    id uuid not null,
    run_date date not null,
    state text not null check (state in ('rehearsed', 'running', 'done')),
    planned int not null,
    issued int not null default 0,
    left_out int not null default 0,
    total_minor bigint not null,
    currency char(3) not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    started_at timestamptz,
    finished_at timestamptz,
    primary key (business_id, id)
);

-- The plan that a rehearsal shows and a commit executes.
create table billing_run_item (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    recurring_id uuid not null,
    recurring_revision int not null,
    customer_id uuid not null,
    occurrence_index int not null,
    invoice_date date not null,
    due_date date not null,
    gross_minor bigint not null,
    sent_to text,
    state text not null default 'planned' check (state in ('planned', 'issued', 'left out')),
    reason text,
    invoice_id uuid,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references billing_run
);
create index on billing_run_item (business_id, run_id, item_no) where state = 'planned';

create table invoice (
    business_id int not null references business,
    id uuid not null,
    number text not null,
    customer_id uuid not null,
    recurring_id uuid,
    invoice_date date not null,
    period_from date,
    period_until date,
    currency char(3) not null,
    net_minor bigint not null,
    tax_minor bigint not null,
    gross_minor bigint not null,
    settled_minor bigint not null default 0 check (settled_minor between 0 and gross_minor),
    paid_on date,
    layout_version int not null,
    seller jsonb not null,
    buyer jsonb not null,
    terms_printed text not null,
    their_reference text,
    memo text,
    run_id uuid,
    search text not null,
    primary key (business_id, id),
    unique (business_id, number),
    foreign key (business_id, customer_id) references customer
);
create index on invoice (business_id, customer_id);
create index on invoice (business_id, recurring_id);
create index on invoice (business_id, invoice_date);
create index on invoice (business_id) where settled_minor < gross_minor;
create index on invoice using gin (search gin_trgm_ops);

-- Each date of a recurring invoice is billed at most once, whoever runs it, however often.
create table occurrence (
    business_id int not null,
    recurring_id uuid not null,
    occurrence_date date not null,
    invoice_id uuid not null,
    primary key (business_id, recurring_id, occurrence_date),
    foreign key (business_id, recurring_id) references recurring_invoice,
    foreign key (business_id, invoice_id) references invoice deferrable initially deferred
);

create table invoice_line (
    business_id int not null,
    invoice_id uuid not null,
    line_no smallint not null,
    description text not null,
    quantity numeric(18, 6) not null,
    unit text not null,
    price_minor bigint not null,
    tax_code text not null,
    tax_percent numeric(7, 4) not null,
    income_account text not null,
    net_minor bigint not null,
    primary key (business_id, invoice_id, line_no),
    foreign key (business_id, invoice_id) references invoice
);

create table invoice_tax (
    business_id int not null,
    invoice_id uuid not null,
    tax_code text not null,
    tax_percent numeric(7, 4) not null,
    tax_source text not null,
    base_minor bigint not null,
    tax_minor bigint not null,
    primary key (business_id, invoice_id, tax_code, tax_percent),
    foreign key (business_id, invoice_id) references invoice
);

create table instalment (
    business_id int not null,
    id uuid not null,
    invoice_id uuid not null,
    seq smallint not null,
    due_date date not null,
    amount_minor bigint not null check (amount_minor > 0),
    settled_minor bigint not null default 0 check (settled_minor between 0 and amount_minor),
    primary key (business_id, id),
    unique (business_id, invoice_id, seq),
    foreign key (business_id, invoice_id) references invoice
);
create index on instalment (business_id, due_date) where settled_minor < amount_minor;

create table invoice_pdf (
    business_id int not null,
    invoice_id uuid not null,
    sha256 bytea not null,
    content bytea not null,
    made_at timestamptz not null default now(),
    primary key (business_id, invoice_id),
    foreign key (business_id, invoice_id) references invoice
);

create table payment_link (
    business_id int not null,
    id uuid not null,
    invoice_id uuid not null,
    token_digest bytea not null,
    made_on date not null,
    expires_on date not null,
    withdrawn_at timestamptz,
    primary key (business_id, id),
    foreign key (business_id, invoice_id) references invoice
);
create unique index on payment_link (token_digest);
create index on payment_link (business_id, invoice_id);

create table message (
    business_id int not null references business,
    id uuid not null,
    kind text not null check (kind in ('invoice', 'confirmation', 'reminder')),
    customer_id uuid not null,
    invoice_id uuid not null,
    receipt_id uuid,
    send_on date not null,
    address text,
    state text not null check (state in ('held', 'waiting', 'sent', 'failed')),
    subject text,
    body text,
    attempts int not null default 0,
    next_try_at timestamptz not null default now(),
    last_error text,
    sent_at timestamptz,
    made_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, invoice_id) references invoice,
    check (state <> 'held' or address is null),
    check (state not in ('waiting', 'sent') or address is not null)
);
create unique index on message (business_id, kind, coalesce(receipt_id, invoice_id), send_on);
create index on message (business_id, state) where state <> 'sent';
create index on message (business_id, invoice_id);
