-- Who follows a customer's arrears up, and what they do next.
create table arrears_case (
    business_id int not null,
    customer_id uuid not null,
    owner text references app_user (login),
    next_action text not null default '',
    next_on date,
    changed_on date not null,
    changed_by text not null,
    primary key (business_id, customer_id),
    foreign key (business_id, customer_id) references customer on delete cascade,
    check ((next_action = '') = (next_on is null))
);
create index on arrears_case (business_id, next_on) where next_on is not null;
