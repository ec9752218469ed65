// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/plan/checks.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "core/plan/loosen.h"
#include "core/plan/put_name.h"
#include "core/plan/tables.h"

namespace sokudo::plan::edits {
namespace {

tl::unexpected<Error> refuse(text::Sentence what) { return failure(ErrorCode::BadInput, std::move(what)); }

/// Where the rows of a kind stand, and how messages call one.
template <class T>
struct Kind;
template <>
struct Kind<Service> {
    static constexpr auto kRows = &Plan::services;
    static constexpr const char* kWord = "service";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Network> {
    static constexpr auto kRows = &Plan::networks;
    static constexpr const char* kWord = "network";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Workload> {
    static constexpr auto kRows = &Plan::workloads;
    static constexpr const char* kWord = "work";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<StockItem> {
    static constexpr auto kRows = &Plan::stock;
    static constexpr const char* kWord = "item in stock";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<LooseEnd> {
    static constexpr auto kRows = &Plan::looseEnds;
    static constexpr const char* kWord = "loose end";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<Access> {
    static constexpr auto kRows = &Plan::accesses;
    static constexpr const char* kWord = "address";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<Photo> {
    static constexpr auto kRows = &Plan::photos;
    static constexpr const char* kWord = "photo";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<DeviceKind> {
    static constexpr auto kRows = &Plan::deviceKinds;
    static constexpr const char* kWord = "kind of device";
    static constexpr bool kIsNamed = true;
};

template <>
struct Kind<Circuit> {
    static constexpr auto kRows = &Plan::circuits;
    static constexpr const char* kWord = "circuit";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Outlet> {
    static constexpr auto kRows = &Plan::outlets;
    static constexpr const char* kWord = "outlet";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Offer> {
    static constexpr auto kRows = &Plan::offers;
    static constexpr const char* kWord = "offer";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<Purchase> {
    static constexpr auto kRows = &Plan::purchases;
    static constexpr const char* kWord = "purchase";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<Currency> {
    static constexpr auto kRows = &Plan::currencies;
    static constexpr const char* kWord = "currency";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Budget> {
    static constexpr auto kRows = &Plan::budgets;
    static constexpr const char* kWord = "budget";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Person> {
    static constexpr auto kRows = &Plan::people;
    static constexpr const char* kWord = "person";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<Tick> {
    static constexpr auto kRows = &Plan::ticks;
    static constexpr const char* kWord = "tick";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<Permit> {
    static constexpr auto kRows = &Plan::permits;
    static constexpr const char* kWord = "permit";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<Instrument> {
    static constexpr auto kRows = &Plan::instruments;
    static constexpr const char* kWord = "instrument";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<CableTest> {
    static constexpr auto kRows = &Plan::cableTests;
    static constexpr const char* kWord = "test";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<PortProfile> {
    static constexpr auto kRows = &Plan::profiles;
    static constexpr const char* kWord = "profile";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<SettingChange> {
    static constexpr auto kRows = &Plan::settings;
    static constexpr const char* kWord = "setting";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<CutOver> {
    static constexpr auto kRows = &Plan::cutOvers;
    static constexpr const char* kWord = "cut-over";
    static constexpr bool kIsNamed = true;
};
template <>
struct Kind<DayMark> {
    static constexpr auto kRows = &Plan::dayMarks;
    static constexpr const char* kWord = "mark of the day";
    static constexpr bool kIsNamed = false;
};
template <>
struct Kind<ColumnMap> {
    static constexpr auto kRows = &Plan::columnMaps;
    static constexpr const char* kWord = "column mapping";
    static constexpr bool kIsNamed = true;
};

}  // namespace

template <class T>
Result<Plan> putRecord(const Plan& plan, T row)
{
    using Of = Kind<T>;
    if (!row.id.isSet()) return refuse(text::say("edits.the-record-has-no", "the {} has no id", Of::kWord));
    if constexpr (Of::kIsNamed) trimTypedName(plan.*Of::kRows, row);
    if (const auto problem = problemOf(row))
        return refuse(text::say("record-edits.the-of-the", "the {} of the {} {}", fieldWords(problem->field), Of::kWord,
                                problem->what));
    if (const auto why = brokenReference(plan, row)) return refuse(*why);
    if constexpr (Of::kIsNamed)
        for (const T& other : plan.*Of::kRows)
            if (other.id != row.id && text::lower(other.name) == text::lower(row.name))
                return refuse(text::say("edits.there-is-already-a-record",
                                        "there is already a {} called {}; give this one another name", Of::kWord,
                                        other.name));
    if constexpr (std::is_same_v<T, Network>)
        for (const Network& other : plan.networks)
            if (other.id != row.id && other.tag != 0 && other.tag == row.tag)
                return refuse(text::say("edits.tag-is-taken", "tag {} already belongs to {}; give {} another one",
                                        row.tag, other.name, row.name));
    Plan next = plan;
    next.*Of::kRows = (plan.*Of::kRows).with(std::move(row));
    return next;
}

template <class T>
Result<Plan> deleteRecord(const Plan& plan, decltype(T::id) id)
{
    using Of = Kind<T>;
    if (!(plan.*Of::kRows).has(id))
        return failure(ErrorCode::NotFound,
                       text::say("edits.the-record-is-not", "the {} is not in the plan", Of::kWord));
    Plan next = plan;
    next.*Of::kRows = (plan.*Of::kRows).without(id);
    return loosened(std::move(next));
}

template Result<Plan> putRecord(const Plan&, Service);
template Result<Plan> putRecord(const Plan&, Network);
template Result<Plan> putRecord(const Plan&, Workload);
template Result<Plan> putRecord(const Plan&, StockItem);
template Result<Plan> putRecord(const Plan&, LooseEnd);
template Result<Plan> putRecord(const Plan&, Access);
template Result<Plan> putRecord(const Plan&, Photo);
template Result<Plan> putRecord(const Plan&, DeviceKind);
template Result<Plan> putRecord(const Plan&, Circuit);
template Result<Plan> putRecord(const Plan&, Outlet);
template Result<Plan> putRecord(const Plan&, Offer);
template Result<Plan> deleteRecord<Offer>(const Plan&, OfferId);
template Result<Plan> putRecord(const Plan&, Purchase);
template Result<Plan> deleteRecord<Purchase>(const Plan&, PurchaseId);
template Result<Plan> putRecord(const Plan&, Currency);
template Result<Plan> deleteRecord<Currency>(const Plan&, CurrencyId);
template Result<Plan> putRecord(const Plan&, Budget);
template Result<Plan> deleteRecord<Budget>(const Plan&, BudgetId);
template Result<Plan> deleteRecord<Circuit>(const Plan&, CircuitId);
template Result<Plan> deleteRecord<Outlet>(const Plan&, OutletId);
template Result<Plan> deleteRecord<Service>(const Plan&, ServiceId);
template Result<Plan> deleteRecord<Network>(const Plan&, NetworkId);
template Result<Plan> deleteRecord<Workload>(const Plan&, WorkloadId);
template Result<Plan> deleteRecord<StockItem>(const Plan&, StockId);
template Result<Plan> deleteRecord<LooseEnd>(const Plan&, LooseEndId);
template Result<Plan> deleteRecord<Access>(const Plan&, AccessId);
template Result<Plan> deleteRecord<Photo>(const Plan&, PhotoId);
template Result<Plan> deleteRecord<DeviceKind>(const Plan&, DeviceKindId);
template Result<Plan> putRecord(const Plan&, Person);
template Result<Plan> deleteRecord<Person>(const Plan&, PersonId);
template Result<Plan> putRecord(const Plan&, Tick);
template Result<Plan> deleteRecord<Tick>(const Plan&, TickId);
template Result<Plan> putRecord(const Plan&, Permit);
template Result<Plan> deleteRecord<Permit>(const Plan&, PermitId);
template Result<Plan> putRecord(const Plan&, Instrument);
template Result<Plan> deleteRecord<Instrument>(const Plan&, InstrumentId);
template Result<Plan> putRecord(const Plan&, CableTest);
template Result<Plan> deleteRecord<CableTest>(const Plan&, CableTestId);
template Result<Plan> putRecord(const Plan&, PortProfile);
template Result<Plan> deleteRecord<PortProfile>(const Plan&, PortProfileId);
template Result<Plan> putRecord(const Plan&, SettingChange);
template Result<Plan> deleteRecord<SettingChange>(const Plan&, SettingChangeId);
template Result<Plan> putRecord(const Plan&, CutOver);
template Result<Plan> deleteRecord<CutOver>(const Plan&, CutOverId);
template Result<Plan> putRecord(const Plan&, DayMark);
template Result<Plan> deleteRecord<DayMark>(const Plan&, DayMarkId);
template Result<Plan> putRecord(const Plan&, ColumnMap);
template Result<Plan> deleteRecord<ColumnMap>(const Plan&, ColumnMapId);

}  // namespace sokudo::plan::edits
