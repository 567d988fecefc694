-- The installation, who may sign in, the chart of accounts and the ledger.
-- Every table that grows leads with the business; ids are time-ordered UUIDs made by the application.
create extension if not exists unaccent;
create extension if not exists pg_trgm;

alter default privileges in schema public grant select, insert, update, delete on tables to exactum_app;
grant usage on schema public to exactum_app;

-- Lower case without accents; the two-argument form makes unaccent immutable, so it can be indexed.
create function fold(value text) returns text language sql immutable parallel safe strict
    as $$ select lower(public.unaccent('public.unaccent'::regdictionary, value)) $$;

create table installation (
    only_row boolean primary key default true check (only_row),
    practice boolean not null default false,
    business_date date,
    advancing_to date,
    advancing_problem text,
    check (business_date is null or practice)
);
insert into installation default values;

create table business (
    id int primary key,
    legal_name text not null,
    sender_name text not null,
    statement_name text not null,
    address text not null,
    country char(2) not null,
    tax_number text not null,
    currency char(3) not null,
    time_zone text not null,
    mail_from text not null,
    brand_colour text not null check (brand_colour ~ '^#[0-9a-f]{6}$'),
    brand_accent text not null check (brand_accent ~ '^#[0-9a-f]{6}$'),
    brand_typeface text not null check (brand_typeface in ('plain', 'book')),
    revision int not null default 1
);

create table app_user (
    id uuid primary key,
    login text not null unique,
    name text not null,
    password_hash text not null,
    role text not null check (role in ('administrator', 'auditor')),
    single_keys boolean not null default true,
    created_at timestamptz not null default now()
);

create table first_user_ticket (
    digest bytea primary key,
    expires_at timestamptz not null,
    used_at timestamptz
);

create table audit_record (
    business_id int not null,
    id uuid not null,
    recorded_at timestamptz not null default now(),
    who text not null,
    what text not null,
    subject text not null,
    primary key (business_id, id)
);

create table account (
    business_id int not null,
    code text not null,
    name text not null,
    kind text not null check (kind in ('asset', 'liability', 'equity', 'income', 'expense')),
    role text,
    primary key (business_id, code),
    unique (business_id, role)
);

create table entry (
    business_id int not null,
    id uuid not null,
    entry_date date not null,
    kind text not null,
    source_id uuid not null,
    memo text not null,
    recorded_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, kind, source_id)
);
create index on entry (business_id, entry_date);

-- A debit is positive, a credit negative.
create table posting (
    business_id int not null,
    entry_id uuid not null,
    line_no smallint not null,
    account text not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    customer_id uuid,
    invoice_id uuid,
    primary key (business_id, entry_id, line_no),
    foreign key (business_id, entry_id) references entry,
    foreign key (business_id, account) references account
);
create index on posting (business_id, account);
create index on posting (business_id, invoice_id) where invoice_id is not null;

-- All postings of an entry come in one statement, with its first line among them; since that line is there only once,
-- nothing can be added later. They must balance in each currency. Checked for all entries of the statement at once.
create function postings_must_balance() returns trigger language plpgsql as $$
declare
    off record;
begin
    select p.entry_id into off from new_postings p
     group by p.business_id, p.entry_id having min(p.line_no) <> 1 limit 1;
    if found then
        raise exception 'entry % cannot be added to: all its postings come at once', off.entry_id
            using errcode = 'check_violation';
    end if;
    select p.entry_id, p.currency, sum(p.amount_minor) as sum_minor into off from new_postings p
     group by p.business_id, p.entry_id, p.currency having sum(p.amount_minor) <> 0 limit 1;
    if found then
        raise exception 'entry % is out of balance by % % (minor units)', off.entry_id, off.sum_minor, off.currency
            using errcode = 'check_violation';
    end if;
    return null;
end $$;

create trigger postings_balance after insert on posting
    referencing new table as new_postings for each statement execute function postings_must_balance();

create function entry_must_have_postings() returns trigger language plpgsql as $$
begin
    perform 1 from posting p where p.business_id = new.business_id and p.entry_id = new.id and p.line_no = 1;
    if not found then
        raise exception 'entry % has no postings', new.id using errcode = 'check_violation';
    end if;
    return null;
end $$;

-- Checked at commit, since an entry is there before its postings.
create constraint trigger entry_has_postings after insert on entry
    deferrable initially deferred for each row execute function entry_must_have_postings();

-- What is booked is corrected by a further entry and never edited, by nobody.
create function ledger_is_final() returns trigger language plpgsql as $$
begin
    raise exception 'what is booked is never edited' using errcode = 'check_violation';
end $$;

create trigger posting_is_final before update or delete on posting for each statement execute function ledger_is_final();
create trigger entry_is_final before update or delete on entry for each statement execute function ledger_is_final();

revoke update, delete, truncate on entry, posting from exactum_app;
