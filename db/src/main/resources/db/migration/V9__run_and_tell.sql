-- What runs: a plan that a rehearsal shows and a commit executes, and what became of it.
create table run (
    business_id int not null references business,
    id uuid not null,
    kind text not null check (kind in ('billing')),
    run_date date not null,
    words text not null default '',
    group_id uuid,
    state text not null check (state in ('planning', 'rehearsed', 'running', 'stopped', 'done')),
    planned int not null default 0,
    issued int not null default 0,
    drafted int not null default 0,
    left_out int not null default 0,
    made_by text not null,
    made_at timestamptz not null default now(),
    started_at timestamptz,
    finished_at timestamptz,
    primary key (business_id, id)
);
create index on run (business_id, made_at);

create table run_total (
    business_id int not null,
    run_id uuid not null,
    currency char(3) not null,
    items int not null,
    total_minor bigint not null,
    primary key (business_id, run_id, currency),
    foreign key (business_id, run_id) references run on delete cascade
);

-- What an item was planned with: it is issued only if all of that is still true. An item that cannot be made has its reason.
create table run_item (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    recurring_id uuid not null,
    recurring_revision int not null,
    customer_id uuid not null,
    occurrence_index int not null,
    document_date date not null,
    due_date date,
    parts text,
    currency char(3) not null,
    gross_minor bigint,
    rates text,
    buyer text,
    sent_to text,
    left_out text,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references run on delete cascade
);

-- Items are worked off by the chunk; who works holds the chunk's row, and marks it once.
create table run_chunk (
    business_id int not null,
    run_id uuid not null,
    first_item int not null,
    last_item int not null,
    done boolean not null default false,
    primary key (business_id, run_id, first_item),
    foreign key (business_id, run_id) references run on delete cascade
);

-- What became of an item: the document it made, or why it was left out.
create table run_outcome (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    document_id uuid,
    reason text,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references run on delete cascade,
    check ((document_id is null) <> (reason is null))
);

-- What is told. The body is kept as it was sent, encrypted, since it holds links.
create table message (
    business_id int not null,
    id uuid not null,
    kind text not null check (kind in ('invoice', 'quote', 'credit note', 'test copy', 'confirmation', 'reminder', 'mandate', 'mandate link', 'advance notice', 'debit returned', 'payment returned', 'payer code', 'payment link', 'payment notice', 'card refused', 'card ends')),
    customer_id uuid not null,
    subject_id uuid not null,
    send_on date not null,
    state text not null check (state in ('held', 'to post', 'waiting', 'sending', 'sent', 'posted', 'failed')),
    subject text,
    body_secret bytea,
    attempts int not null default 0,
    next_try_at timestamptz not null default now(),
    taken_until timestamptz,
    last_error text,
    sent_at timestamptz,
    made_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer
);
create unique index message_once on message (business_id, kind, subject_id, send_on);
create index on message (business_id, state) where state not in ('sent', 'posted');
create index on message (business_id, customer_id);
create index message_next on message (next_try_at) where state in ('waiting', 'sending');

-- What a message is about.
create table message_about (
    business_id int not null,
    message_id uuid not null,
    document_id uuid not null,
    primary key (business_id, message_id, document_id),
    foreign key (business_id, message_id) references message,
    foreign key (business_id, document_id) references document
);
create index on message_about (business_id, document_id);

-- Where it goes; none while it is held.
create table message_recipient (
    business_id int not null,
    message_id uuid not null,
    address text not null,
    primary key (business_id, message_id, address),
    foreign key (business_id, message_id) references message
);

-- When the books were last proven, and what was found.
create table proof (
    business_id int primary key references business,
    proven_at timestamptz not null,
    took_ms bigint not null,
    found text[] not null
);

-- A source outside that failed on its last try; gone as soon as it answers again.
create table trouble (
    business_id int not null references business,
    source text not null,
    source_id uuid not null,
    words text not null,
    since timestamptz not null default now(),
    primary key (business_id, source, source_id)
);

-- What arrangements will bill and when it falls due, worked out in the background; the stamp says of which state of them.
create table forecast_state (
    business_id int primary key references business,
    stamp text not null,
    made_at timestamptz not null default now()
);
create table forecast_due (
    business_id int not null references business,
    due_date date not null,
    currency char(3) not null,
    parts int not null,
    minor bigint not null,
    primary key (business_id, due_date, currency)
);
