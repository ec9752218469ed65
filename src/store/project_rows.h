// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of a project file: made, brought to this version, read even where they are damaged, written.
#pragma once

#include "core/plan/kind.h"
#include "store/loaded.h"
#include "store/sqlite.h"

namespace sokudo::store {

inline constexpr int kApplicationId = 0x536F6B75;  // "Soku"

/// Makes the tables in an empty database. @return whether it went well
bool makeTables(const Sqlite&);
/// Brings the tables of an older version to this one, inside the transaction that is open. @return whether it went well
bool migrateTables(const Sqlite&, int version);

/// Reads all there is, on all cores. Rows that cannot be read are set aside or, where not even that is possible,
/// counted as lost.
/// @return not whole where the progress was told to stop meanwhile
Loaded readRows(const Sqlite&, int version, ReadProgress&);
std::int64_t revisionOf(const Sqlite&);

/// Writes rows inside the transaction that is open; after a failure it does nothing more.
class RowWriter {
public:
    /// @param unknown  fields to be put back into the rows they came from
    RowWriter(const Sqlite&, const UnknownFields& unknown);
    void plan(const plan::Plan& before, const plan::Plan& after);
    void put(const plan::Kind&, const void* row);
    template <class T>
    void put(const T& row)
    {
        put(plan::kindOf<T>(), &row);
    }
    /// A row that stays set aside.
    void put(const SetAside&);
    void putRaw(const std::string& kind, std::int64_t id, const std::string& body);
    void drop(const std::string& kind, std::int64_t id);
    bool isGood() const { return m_isGood; }

private:
    const UnknownFields& m_unknown;
    Statement m_put, m_drop;
    bool m_isGood = true;
};

}  // namespace sokudo::store
