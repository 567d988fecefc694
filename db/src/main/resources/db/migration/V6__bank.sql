-- Payouts and statements as they were read, and how their lines are joined to what they are.
create table payout (
    business_id int not null,
    id uuid not null,
    processor_id uuid not null,
    reference text not null,
    sales_on date not null,
    arrives_on date not null,
    currency char(3) not null,
    gross_minor bigint not null,
    fees_minor bigint not null,
    net_minor bigint not null,
    bank_line_id uuid,
    tied_out_at timestamptz,
    read_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, processor_id, reference),
    foreign key (business_id, processor_id) references processor_account,
    check (net_minor = gross_minor - fees_minor)
);
create unique index on payout (business_id, bank_line_id) where bank_line_id is not null;

create table payout_line (
    business_id int not null,
    payout_id uuid not null,
    line_no int not null,
    kind text not null check (kind in ('sale', 'fee')),
    occurred_on date not null,
    sale_ref text,
    description text not null,
    gross_minor bigint not null,
    fee_minor bigint not null,
    receipt_id uuid,
    booked_entry_id uuid,
    primary key (business_id, payout_id, line_no),
    foreign key (business_id, payout_id) references payout
);
create index on payout_line (business_id, receipt_id);

create table bank_statement (
    business_id int not null,
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
    position int not null,
    primary key (business_id, id),
    unique (business_id, bank_account_id, statement_ref),
    unique (business_id, bank_account_id, position),
    foreign key (business_id, bank_account_id) references bank_account
);

create table bank_line (
    business_id int not null,
    id uuid not null,
    statement_id uuid not null,
    bank_account_id uuid not null,
    line_no int not null,
    booked_on date not null,
    value_on date not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    bank_reference text,
    end_to_end_id text,
    counterparty text,
    remittance text,
    bank_code text,
    matched_as text check (matched_as in ('payout', 'transfer', 'bank charge')),
    matched_entry_id uuid,
    matched_by text,
    primary key (business_id, id),
    unique (business_id, statement_id, line_no),
    foreign key (business_id, statement_id) references bank_statement,
    foreign key (business_id, bank_account_id) references bank_account,
    check ((matched_as is null) = (matched_entry_id is null))
);
create index on bank_line (business_id, bank_account_id, booked_on);
create index on bank_line (business_id) where matched_as is null;
