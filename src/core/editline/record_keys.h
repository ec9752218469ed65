// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of the records beside the things that carry data: services, networks, work, stock, notes. A field stands
// here once, for edit lines, forms and tables. For the files of properties only.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/editline/property.h"

namespace sokudo::editline {

/// What a field may be set to: the value of an edit line, and the words for it.
using KeyChoices = std::vector<std::pair<std::string, std::string>>;

template <class T>
struct RecordKey {
    const char* key;      ///< of an edit line
    const char* heading;  ///< of a form and a column
    const char* hint;     ///< what an empty field means, or an example
    Field (*set)(T&, const Property&, Draft&);
    std::string (*get)(const T&, const plan::Plan&);
    KeyChoices (*choices)(const plan::Plan&, const kb::KnowledgeBase&);  ///< null: any text
    const char* field;                                                   ///< in exported JSON, for its source
};

/// The name first.
template <class T>
const std::vector<RecordKey<T>>& keysOf();

/// Kinds of records that have keys.
template <class T>
inline constexpr bool kHasKeys =
    std::is_same_v<T, plan::Service> || std::is_same_v<T, plan::Network> || std::is_same_v<T, plan::Workload> ||
    std::is_same_v<T, plan::StockItem> || std::is_same_v<T, plan::LooseEnd> || std::is_same_v<T, plan::Access> ||
    std::is_same_v<T, plan::Photo> || std::is_same_v<T, plan::DeviceKind> || std::is_same_v<T, plan::Circuit> ||
    std::is_same_v<T, plan::Outlet> || std::is_same_v<T, plan::Offer> || std::is_same_v<T, plan::Purchase> ||
    std::is_same_v<T, plan::Currency> || std::is_same_v<T, plan::Budget> || std::is_same_v<T, plan::Person> ||
    std::is_same_v<T, plan::Tick> || std::is_same_v<T, plan::Permit> || std::is_same_v<T, plan::Instrument> ||
    std::is_same_v<T, plan::CableTest> || std::is_same_v<T, plan::PortProfile> ||
    std::is_same_v<T, plan::SettingChange> || std::is_same_v<T, plan::CutOver> || std::is_same_v<T, plan::DayMark> ||
    std::is_same_v<T, plan::ColumnMap>;

/// How an edit line calls a record: a service by its name, an address by its device, work by what and where.
template <class T>
std::string lineName(const T&, const plan::Plan&);

/// Sets one field. @error BadInput  no such field, or a value that it cannot hold
template <class T>
    requires kHasKeys<T> Field setField(T& record, const Property& one, Draft& draft);
/// Takes the words that are left as fields of a record.
template <class T>
    requires kHasKeys<T> std::optional<Error> takeProperties(Words&, T& record, Draft&);

}  // namespace sokudo::editline
