// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/sqlite.h"

#include <fmt/format.h>
#include <sqlite3.h>

namespace sokudo::store {
namespace {

/// What a code means for the owner, and what to do.
std::string meaning(int code, const char* text)
{
    switch (code & 0xFF) {
    case SQLITE_FULL: return "the disk is full; make room and try again";
    case SQLITE_BUSY:
    case SQLITE_LOCKED: return "another program is writing to the file; try again when it is done";
    case SQLITE_READONLY: return "the file or its folder may only be read; change its rights or work on a copy";
    case SQLITE_PERM:
    case SQLITE_AUTH: return "this is not allowed; check the rights of the file and its folder";
    case SQLITE_CANTOPEN: return "the file cannot be opened or made; check its folder and rights";
    case SQLITE_CORRUPT:
    case SQLITE_NOTADB: return "the file is damaged";
    case SQLITE_IOERR: return "the disk gave an error; check the disk, and copy the file elsewhere";
    case SQLITE_NOMEM: return "there is not enough memory";
    default: return fmt::format("the database says “{}”", text);
    }
}

}  // namespace

void Sqlite::Close::operator()(sqlite3* database) const { sqlite3_close_v2(database); }

void Sqlite::Failure::note(sqlite3* database, int failed)
{
    if (failed == SQLITE_OK || failed == SQLITE_ROW || failed == SQLITE_DONE || code != SQLITE_OK) return;
    code = failed;
    text = sqlite3_errmsg(database);
}

void Statement::Finalize::operator()(sqlite3_stmt* statement) const { sqlite3_finalize(statement); }

Result<Sqlite> Sqlite::open(const std::string& path, Mode mode)
{
    sqlite3* database = nullptr;
    const int flags = SQLITE_OPEN_READWRITE | SQLITE_OPEN_NOMUTEX | SQLITE_OPEN_EXRESCODE |
                      (mode == Mode::Create ? SQLITE_OPEN_CREATE : 0);
    const int code = sqlite3_open_v2(path.c_str(), &database, flags, nullptr);
    Sqlite result(path, database);
    if (code != SQLITE_OK) return tl::unexpected(result.error("opening"));
    result.waitForOthers(kPatience);
    return result;
}

void Sqlite::waitForOthers(std::chrono::milliseconds patience) const
{
    sqlite3_busy_timeout(handle(), static_cast<int>(patience.count()));
}

bool Sqlite::isBusy(int code) { return (code & 0xFF) == SQLITE_BUSY || (code & 0xFF) == SQLITE_LOCKED; }

int Sqlite::run(const std::string& statements) const
{
    if (statements.starts_with("BEGIN")) *m_failure = {};
    const int code = sqlite3_exec(handle(), statements.c_str(), nullptr, nullptr, nullptr);
    m_failure->note(handle(), code);
    return code;
}

std::int64_t Sqlite::number(const std::string& query, std::int64_t otherwise) const
{
    Statement statement(*this, query);
    return statement.next() ? statement.number(0) : otherwise;
}

std::string Sqlite::text(const std::string& query) const
{
    Statement statement(*this, query);
    return statement.next() ? std::string(statement.text(0)) : std::string();
}

bool Sqlite::isReadOnly() const { return sqlite3_db_readonly(handle(), "main") == 1; }

Error Sqlite::error(std::string_view doing) const
{
    const int code = m_failure->code != SQLITE_OK ? m_failure->code : sqlite3_errcode(handle());
    const bool isDamage = (code & 0xFF) == SQLITE_CORRUPT || (code & 0xFF) == SQLITE_NOTADB;
    return {isDamage ? ErrorCode::Corrupt : ErrorCode::NotAllowed,
            fmt::format("{} failed: {}", doing,
                        meaning(code, m_failure->text.empty() ? sqlite3_errmsg(handle()) : m_failure->text.c_str())),
            m_path};
}

Statement::Statement(const Sqlite& database, std::string_view sql) : m_failure(database.m_failure)
{
    sqlite3_stmt* statement = nullptr;
    m_code = sqlite3_prepare_v2(database.handle(), sql.data(), static_cast<int>(sql.size()), &statement, nullptr);
    m_statement.reset(statement);
    m_failure->note(database.handle(), m_code);
}

bool Statement::next()
{
    if (m_code != SQLITE_OK && m_code != SQLITE_ROW) return false;
    m_code = sqlite3_step(m_statement.get());
    m_failure->note(sqlite3_db_handle(m_statement.get()), m_code);
    return m_code == SQLITE_ROW;
}

bool Statement::run()
{
    while (next()) {}
    return !failed();
}

bool Statement::failed() const { return m_code != SQLITE_OK && m_code != SQLITE_ROW && m_code != SQLITE_DONE; }

void Statement::reset()
{
    if (!m_statement) return;
    sqlite3_reset(m_statement.get());
    m_code = SQLITE_OK;
}

void Statement::bind(int at, std::string_view value)
{
    if (m_code == SQLITE_OK)
        m_code =
            sqlite3_bind_text(m_statement.get(), at, value.data(), static_cast<int>(value.size()), SQLITE_TRANSIENT);
}

void Statement::bind(int at, std::int64_t value)
{
    if (m_code == SQLITE_OK) m_code = sqlite3_bind_int64(m_statement.get(), at, value);
}

std::string_view Statement::text(int column) const
{
    const auto* bytes = reinterpret_cast<const char*>(sqlite3_column_text(m_statement.get(), column));
    if (!bytes) return {};
    return {bytes, static_cast<std::size_t>(sqlite3_column_bytes(m_statement.get(), column))};
}

std::int64_t Statement::number(int column) const { return sqlite3_column_int64(m_statement.get(), column); }
bool Statement::isNull(int column) const { return sqlite3_column_type(m_statement.get(), column) == SQLITE_NULL; }

}  // namespace sokudo::store
