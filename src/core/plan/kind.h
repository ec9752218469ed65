// SPDX-License-Identifier: GPL-3.0-or-later
// A kind of record, described once, and the rows of it that a plan holds, whatever their type.
#pragma once

#include <functional>
#include <iterator>
#include <memory>
#include <string_view>
#include <vector>

#include "core/plan/checks.h"
#include "core/plan/field.h"
#include "core/plan/plan.h"

namespace sokudo::plan {

struct Kind;

/// Rows of one kind on their way into a plan.
class RowList {
public:
    virtual ~RowList() = default;
    virtual std::size_t size() const = 0;
    virtual const void* row(std::size_t) const = 0;
    virtual void* rowToFill(std::size_t) = 0;
    /// A new row at the end, to be filled.
    virtual void* add() = 0;
    virtual void* addCopy(const void* row) = 0;
    virtual void dropLast() = 0;
    /// All rows of another list of this kind, at the end.
    virtual void append(RowList&& other) = 0;
};

template <class T>
class RowsOf : public RowList {
public:
    std::size_t size() const override { return rows.size(); }
    const void* row(std::size_t i) const override { return &rows[i]; }
    void* rowToFill(std::size_t i) override { return &rows[i]; }
    void* add() override { return &rows.emplace_back(); }
    void* addCopy(const void* row) override { return &rows.emplace_back(*static_cast<const T*>(row)); }
    void dropLast() override { rows.pop_back(); }
    void append(RowList&& other) override
    {
        auto& more = static_cast<RowsOf&>(other).rows;
        rows.insert(rows.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
    }
    std::vector<T> rows;
};

/// What is asked of the type of a record.
struct RowType {
    std::unique_ptr<RowList> (*list)();
    void (*setId)(void*, std::int64_t);
    bool (*isSame)(const void*, const void*);
    std::int64_t (*id)(const void*);
};

/// What is asked of the table of a plan that holds the records of a kind.
struct TableType {
    using Visit = std::function<void(const void*)>;
    using VisitTwo = std::function<void(const void* before, const void* after)>;
    std::size_t (*size)(const Plan&);
    void (*each)(const Plan&, const Visit&);
    const void* (*find)(const Plan&, std::int64_t id);
    /// In place of an older row with the same id.
    void (*put)(Plan&, const void* row);
    void (*drop)(Plan&, std::int64_t id);
    /// All rows of a list, in place of what the table held.
    void (*fill)(Plan&, RowList&&);
    /// Every row that differs: null before where it was added, null after where it was taken out.
    void (*eachDifference)(const Plan& before, const Plan& after, const VisitTwo&);
};

struct Kind {
    const char* name = "";  ///< as rows of a project file say it: "cable-test"
    const char* list = "";  ///< as exported JSON says it: "cable_tests"
    const char* word = "";  ///< as sentences call one: "test result"
    std::vector<Field> fields;
    RowType row{};
    const TableType* table = nullptr;  ///< null: it is no part of the plan
    std::size_t nameField = 0;         ///< of `fields`: what messages call a record by
    std::size_t otherName = 0;         ///< and by, where that is empty
    std::size_t subjectField = 0;      ///< of `fields`: the run or device that it speaks of; 0: none
    bool isPrivate = false;            ///< left out of exports unless asked for
    bool isNameUnique = false;         ///< two of one name are refused, and blanks around it dropped
    /// What the fields together may not hold; null: anything that each may.
    std::optional<FieldProblem> (*check)(const void* row) = nullptr;
    /// Words by which edit lines name one, with blanks between: "spare tool borrowed". Empty: no line does.
    const char* lineWords = "";
    const char* title = "";    ///< of its table in the window: "Spares and tools"; empty: it has none
    const char* purpose = "";  ///< what it is for, in one sentence
    /// How edit lines and lists call one, where that is not its first field of a line.
    std::string (*lineName)(const void* row, const Plan&) = nullptr;

    const std::string& nameOf(const void* record) const;
    /// @param other  the key of what it is called by where the first is empty
    Kind&& calledBy(std::string_view key, std::string_view other = {}) &&;
    Kind&& speaksOf(std::string_view key) &&;
    Kind&& uniqueNames() &&;
    const Field* field(std::string_view key) const;
    /// Whether lines and forms set it field by field.
    bool hasKeys() const;
    /// Where its fields are from; null: a kind that does not say.
    Sources* sourcesOf(void* record) const;
    Kind&& inLines(const char* words) &&;
    Kind&& listedAs(const char* asTitle, const char* forPurpose) &&;
    Kind&& inLinesAs(std::string (*name)(const void* row, const Plan&)) &&;
};

/// The description of a kind of record, in the file that describes it.
template <class T>
const Kind& kindOf();

/// Those of the plan; those that others refer to come first.
const std::vector<const Kind*>& kinds();
/// Null: there is none of that name.
const Kind* kindNamed(std::string_view name);

/// What a record may not hold, by the description of its fields and then by the check of its kind: ranges, choices and
/// what must be there, whoever typed or sent it. Nothing about other objects, which the edits and the invariants look
/// at.
std::optional<FieldProblem> problemOf(const Kind&, const void* row);
template <class T>
std::optional<FieldProblem> problemOf(const T& row)
{
    return problemOf(kindOf<T>(), &row);
}

/// The largest id of any kind; 0 in an empty plan.
std::int64_t greatestId(const Plan&);

/// Shows a visitor every field of a record.
void visit(const std::vector<Field>&, void* record, FieldVisitor&);
/// The same for a visitor that only looks: it promises to change nothing.
void look(const std::vector<Field>&, const void* record, FieldVisitor&);

}  // namespace sokudo::plan
