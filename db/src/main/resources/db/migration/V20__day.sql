-- What ran in a night, and what came of it.
create table night_step (
    business_id int not null references business,
    day date not null,
    seq int not null,
    source text not null,
    began_at timestamptz not null,
    ended_at timestamptz not null,
    problem text not null default '',
    primary key (business_id, day, seq),
    check (ended_at >= began_at)
);
-- On which days a person looks at a kind of decisions; every day where nothing is said.
create table decision_rhythm (
    business_id int not null references business,
    login text not null references app_user (login),
    prefix text not null,
    rhythm text not null,
    primary key (business_id, login, prefix)
);
-- Who wants the day sheet by mail in the morning, and for which day it went last.
create table morning_message (
    business_id int not null references business,
    login text not null references app_user (login),
    address text not null,
    sent_for date,
    tries int not null default 0,
    next_try_at timestamptz not null default now(),
    problem text not null default '',
    primary key (business_id, login)
);
create index on audit_record (business_id, recorded_at) where who = 'Exactum';
