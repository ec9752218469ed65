// SPDX-License-Identifier: GPL-3.0-or-later
// A database connection and its statements, with what went wrong said as a person can act on it.
#pragma once

#include <chrono>
#include <cstdint>
#include <memory>
#include <string>
#include <string_view>

#include "core/base/result.h"

struct sqlite3;
struct sqlite3_stmt;

namespace sokudo::store {

class Sqlite {
public:
    enum class Mode { Open, Create };
    static constexpr std::chrono::milliseconds kPatience{1000};  ///< a save runs while somebody waits for it
    /// Opens for writing, or for reading where writing is not allowed.
    /// @error NotAllowed  it cannot be opened or made
    static Result<Sqlite> open(const std::string& path, Mode);

    /// Runs statements that give no rows. @return an SQLite code; 0: done
    int run(const std::string& statements) const;
    /// The first value of the first row; `otherwise` where there is none.
    std::int64_t number(const std::string& query, std::int64_t otherwise = -1) const;
    std::string text(const std::string& query) const;
    bool isReadOnly() const;
    /// How long a statement waits for another program that holds the file; `kPatience` unless told otherwise.
    void waitForOthers(std::chrono::milliseconds) const;
    /// An SQLite code says that another program still held the file when the wait was over.
    static bool isBusy(int code);
    /// The first failure since the last BEGIN as a sentence, whatever was done after it. @param doing  "saving"
    Error error(std::string_view doing) const;
    sqlite3* handle() const { return m_database.get(); }

private:
    struct Close {
        void operator()(sqlite3*) const;
    };
    Sqlite(std::string path, sqlite3* database) : m_path(std::move(path)), m_database(database) {}
    friend class Statement;
    /// The first statement that failed: what is called after it would hide the reason.
    struct Failure {
        int code = 0;
        std::string text;
        void note(sqlite3*, int code);
    };
    std::string m_path;
    std::unique_ptr<sqlite3, Close> m_database;
    std::shared_ptr<Failure> m_failure = std::make_shared<Failure>();
};

/// A prepared statement. Values are counted from 0.
class Statement {
public:
    Statement(const Sqlite&, std::string_view sql);
    /// Sets the values of the question marks in order, from the start.
    template <class... Values>
    Statement& with(Values... values)
    {
        reset();
        int at = 0;
        (bind(++at, values), ...);
        return *this;
    }
    bool next();  ///< a row stands ready
    bool run();   ///< to the end; false: it failed
    bool failed() const;
    std::string_view text(int column) const;
    std::int64_t number(int column) const;
    bool isNull(int column) const;

private:
    struct Finalize {
        void operator()(sqlite3_stmt*) const;
    };
    void reset();
    void bind(int at, std::string_view);
    void bind(int at, std::int64_t);
    std::unique_ptr<sqlite3_stmt, Finalize> m_statement;
    std::shared_ptr<Sqlite::Failure> m_failure;
    int m_code;
};

}  // namespace sokudo::store
