// SPDX-License-Identifier: GPL-3.0-or-later
// Everything a project file holds.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/diagnose/evidence.h"
#include "core/logbook/entry.h"
#include "core/measure/kept_reading.h"
#include "core/measure/trial.h"
#include "core/plan/plan.h"

namespace sokudo::store {

using AnswerId = Id<struct AnswerTag>;

/// What the owner answered about a slow path.
struct Answer {
    AnswerId id;
    plan::DeviceId from, to;
    std::string flag;  ///< id in flags.csv; or in causes.csv: its fix was tried and did not help
    bool present = false;
    measure::Timestamp at;
    bool isUnsure = false;  ///< the owner cannot tell: not asked again
    friend bool operator==(const Answer&, const Answer&) = default;
};

using VersionId = Id<struct VersionTag>;

enum class VersionKind {
    Snapshot,  ///< the house as it was on a day
    Variant,   ///< the house as it could be
};
std::string_view code(VersionKind);
std::optional<VersionKind> versionKindFromCode(std::string_view);

/// The whole house at another time, or as it could be. It is read when somebody looks at it.
struct Version {
    VersionId id;
    std::string name;  ///< "before the fibre"
    VersionKind kind = VersionKind::Snapshot;
    measure::Timestamp at;
    std::string note;
    std::string house;  ///< its plan, as plan_json writes it
    std::string base;   ///< of a variant: the house that it was branched from, so that both can go on; may be empty
    friend bool operator==(const Version&, const Version&) = default;
};

/// A row that cannot be used: damaged, or leaning on one that is. It stays in the file as it is.
struct SetAside {
    std::string kind;  ///< "run"
    std::int64_t id = 0;
    std::string name;        ///< what its text still says of its name or label; may be empty
    std::string why;         ///< the sentence
    std::string body;        ///< its text, byte by byte
    bool isChanged = false;  ///< it is not the text that was saved: no later reading makes it good
    friend bool operator==(const SetAside&, const SetAside&) = default;
};

/// Fields of rows that this Sokudo does not know, as FieldReader::unknown() gave them, in JSON; by kind and id.
using UnknownFields = std::map<std::pair<std::string, std::int64_t>, std::string>;

struct Project {
    plan::Plan plan;
    std::vector<measure::Trial> trials;
    std::vector<measure::KeptReading> readings;
    std::vector<logbook::Entry> entries;
    std::vector<Answer> answers;
    std::vector<Version> versions;
    UnknownFields unknown;
    std::vector<SetAside> setAside;
    friend bool operator==(const Project&, const Project&) = default;
};

template <class T>
struct RecordsOf {
    using Row = T;
    const char* kind;  ///< as rows of a project file say it
    const char* list;  ///< as exported JSON says it
    std::vector<T> Project::*rows;
};

/// Calls `visit` with a RecordsOf for each kind of row that is no part of the plan.
template <class Visit>
constexpr void eachRecord(Visit visit)
{
    visit(RecordsOf<measure::Trial>{"trial", "trials", &Project::trials});
    visit(RecordsOf<measure::KeptReading>{"reading", "readings", &Project::readings});
    visit(RecordsOf<logbook::Entry>{"entry", "log", &Project::entries});
    visit(RecordsOf<Answer>{"answer", "answers", &Project::answers});
    visit(RecordsOf<Version>{"version", "versions", &Project::versions});
}

}  // namespace sokudo::store
