-- When payers are reminded: rhythms of steps by days from the day of payment, and the texts of each step by language.
create table reminder_rhythm (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    chosen boolean not null default false,
    pay_by_days int not null default 7 check (pay_by_days between 1 and 90),
    steps jsonb not null,
    revision int not null default 1,
    primary key (business_id, id),
    unique (business_id, name)
);
create unique index on reminder_rhythm (business_id) where chosen;
alter table billed_how add rhythm_id uuid, add foreign key (business_id, rhythm_id) references reminder_rhythm;
alter table layout add rhythm_id uuid, add foreign key (business_id, rhythm_id) references reminder_rhythm;

-- An item that opened again is to be paid by another day, and its steps begin afresh.
create table reminder_round (
    business_id int not null,
    claim_id uuid not null,
    round int not null check (round > 0),
    pay_by date not null,
    since date not null,
    primary key (business_id, claim_id, round),
    foreign key (business_id, claim_id) references claim
);

-- What was told of an open item, or left out by a person; each step once in a round.
create table reminder (
    business_id int not null,
    claim_id uuid not null,
    round int not null,
    days int not null,
    step_no smallint not null,
    tone text not null check (tone in ('AHEAD', 'FRIENDLY', 'FIRM', 'LAST')),
    is_last boolean not null,
    rhythm_id uuid not null,
    pay_by date not null,
    told_on date not null,
    message_id uuid,
    left_out_by text,
    primary key (business_id, claim_id, round, days),
    foreign key (business_id, claim_id) references claim,
    foreign key (business_id, rhythm_id) references reminder_rhythm,
    foreign key (business_id, message_id) references message,
    check ((message_id is null) = (left_out_by is not null))
);
create index on reminder (business_id, message_id) where message_id is not null;

-- A customer who is not reminded for a while, or until somebody says so.
create table reminder_pause (
    business_id int not null,
    customer_id uuid not null,
    until_day date,
    cause text not null,
    made_by text not null,
    made_on date not null,
    primary key (business_id, customer_id),
    foreign key (business_id, customer_id) references customer
);

alter table message drop constraint message_kind_check;
alter table message add constraint message_kind_check check (kind in ('invoice', 'open invoices', 'quote', 'credit note', 'test copy', 'confirmation', 'reminder', 'payment reminder', 'statement', 'mandate', 'mandate link', 'advance notice', 'debit returned', 'payment returned', 'payer code', 'payment link', 'payment notice', 'card refused', 'card ends'));

-- Reports of mail servers that fitted no message of ours, or that somebody made up.
alter table installation add stray_reports int not null default 0;

-- A message whose papers are linked and not attached.
alter table message add bare boolean not null default false;
