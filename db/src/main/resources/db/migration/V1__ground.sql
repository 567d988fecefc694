-- The installation, who may sign in, the businesses and who works for which.
-- Every table that grows leads with the business; ids are time-ordered UUIDs made by the application.
create extension if not exists pg_trgm;

alter default privileges in schema public grant select, insert, update, delete on tables to exactum_app;
grant usage on schema public to exactum_app;

-- What is written once and never edited, by nobody.
create function is_final() returns trigger language plpgsql as $$
begin
    raise exception '% is never edited', tg_table_name using errcode = 'check_violation';
end $$;

create table installation (
    only_row boolean primary key default true check (only_row),
    test boolean not null default false,
    business_date date,
    advancing_to date,
    advancing_problem text,
    check (business_date is null or test)
);
insert into installation default values;

create table app_user (
    id uuid primary key,
    login text not null unique,
    name text not null,
    password_hash text not null,
    single_keys boolean not null default true,
    created_at timestamptz not null default now()
);

create table first_user_ticket (
    digest bytea primary key,
    expires_at timestamptz not null,
    used_at timestamptz
);

-- A new password, through an address that works once; who asked for it is in the audit of their businesses.
create table password_ticket (
    digest bytea primary key,
    user_id uuid not null references app_user,
    expires_at timestamptz not null,
    used_at timestamptz
);

-- Failures to sign in, by account and by address, and when each may try again.
create table sign_in_failure (
    key text primary key,
    failures int not null,
    last_at timestamptz not null,
    free_at timestamptz not null
);

-- The code is the business's place in every address.
create table business (
    id int primary key check (id > 0),
    code text not null unique check (code ~ '^[a-z][a-z0-9]*(-[a-z0-9]+)*$' and length(code) <= 40),
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
    brand_logo text,
    revision int not null default 1,
    worked_on date
);

create table membership (
    business_id int not null references business,
    user_id uuid not null references app_user,
    roles text[] not null check (cardinality(roles) > 0 and roles <@ array
        ['administrator', 'billing', 'collections', 'reconciliation', 'approver', 'auditor']),
    joined_on date not null,
    primary key (business_id, user_id)
);
create index on membership (user_id);

-- Somebody is asked to work here, through an address that works once.
create table invitation (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    roles text[] not null check (cardinality(roles) > 0),
    digest bytea not null unique,
    invited_by text not null,
    expires_at timestamptz not null,
    accepted_by text,
    withdrawn boolean not null default false,
    primary key (business_id, id),
    check (accepted_by is null or not withdrawn)
);

create table audit_record (
    business_id int not null references business,
    id uuid not null,
    recorded_at timestamptz not null default now(),
    who text not null,
    what text not null,
    subject text not null,
    changes jsonb,
    primary key (business_id, id)
);
create trigger audit_is_final before update or delete on audit_record for each statement execute function is_final();
revoke update, delete, truncate on audit_record from exactum_app;

-- Typing is never lost: what stands on a form that is not saved yet, one row a person and form.
create table prepared_document (
    business_id int not null references business,
    id uuid not null,
    name text not null,
    fields jsonb not null,
    made_by text not null,
    primary key (business_id, id),
    unique (business_id, name)
);

create table form_draft (
    business_id int not null references business,
    login text not null,
    form text not null,
    fields jsonb not null,
    saved_at timestamptz not null default now(),
    primary key (business_id, login, form)
);

-- What a person did with a decision instead of deciding it: handed it over, snoozed it until a day, or dismissed it with a cause.
create table decision_note (
    business_id int not null references business,
    key text not null,
    kind text not null check (kind in ('handed over', 'snoozed', 'dismissed')),
    words text not null,
    note text not null,
    user_id uuid references app_user,
    until_day date,
    noted_by text not null,
    noted_on date not null,
    primary key (business_id, key, kind),
    check ((kind = 'handed over') = (user_id is not null)),
    check ((kind = 'snoozed') = (until_day is not null)),
    check (kind <> 'dismissed' or note <> '')
);

-- Above which amount, in the business's own currency, something needs a second person's yes; and what was asked for and said.
create table approval_rule (
    business_id int not null references business,
    kind text not null,
    above_minor bigint not null check (above_minor >= 0),
    primary key (business_id, kind)
);

create table approval (
    business_id int not null references business,
    id uuid not null,
    kind text not null,
    subject uuid not null,
    facts text not null,
    words text not null,
    currency char(3) not null,
    amount_minor bigint not null,
    href text not null,
    asked_by text not null,
    asked_on date not null,
    state text not null check (state in ('asked', 'approved', 'refused', 'withdrawn')),
    decided_by text,
    note text not null default '',
    primary key (business_id, id),
    check (decided_by <> asked_by),
    check ((state in ('approved', 'refused')) = (decided_by is not null))
);
create unique index on approval (business_id, kind, subject) where state in ('asked', 'approved');
