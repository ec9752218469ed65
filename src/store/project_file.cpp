// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project_file.h"

#include <atomic>

#include <QFile>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QVariant>

#include <fmt/format.h>

#include "core/plan/invariants.h"
#include "store/project_json.h"

namespace sokudo::store {
namespace {

constexpr int kApplicationId = 0x536F6B75;  // "Soku"
constexpr int kVersion = 1;

tl::unexpected<Error> refuse(const QSqlQuery& query, const std::string& path, std::string_view doing)
{
    return failure(ErrorCode::NotAllowed,
                   fmt::format("{} failed ({}); see that the disk has room and the file may be written", doing,
                               query.lastError().text().toStdString()),
                   path);
}

/// One step of the file format. Steps are never changed, only added.
struct Migration {
    int to;
    const char* statements[4];
};
constexpr Migration kMigrations[] = {
    {1,
     {"CREATE TABLE setting (name TEXT PRIMARY KEY, value TEXT NOT NULL)",
      "CREATE TABLE object (kind TEXT NOT NULL, id INTEGER NOT NULL, body TEXT NOT NULL, PRIMARY KEY (kind, id)) "
      "WITHOUT ROWID",
      nullptr, nullptr}},
};

}  // namespace

struct ProjectFile::Connection {
    QString name;
    QSqlDatabase database;

    explicit Connection(const QString& path)
    {
        static std::atomic<int> counter{0};
        name = QString("sokudo-%1").arg(++counter);
        database = QSqlDatabase::addDatabase("QSQLITE", name);
        database.setDatabaseName(path);
    }
    ~Connection()
    {
        database.close();
        database = {};
        QSqlDatabase::removeDatabase(name);
    }
    int pragma(const QString& which)
    {
        QSqlQuery query(database);
        return query.exec("PRAGMA " + which) && query.next() ? query.value(0).toInt() : -1;
    }
    bool exec(const QString& statement)
    {
        QSqlQuery query(database);
        return query.exec(statement);
    }
};

namespace {

/// Writes rows of one kind.
class RowWriter {
public:
    RowWriter(const QSqlDatabase& database) : m_put(database), m_drop(database)
    {
        m_put.prepare(
            "INSERT INTO object (kind, id, body) VALUES (?, ?, ?) ON CONFLICT (kind, id) DO UPDATE SET body = "
            "excluded.body");
        m_drop.prepare("DELETE FROM object WHERE kind = ? AND id = ?");
    }
    bool put(const char* kind, std::int64_t id, const Json& body)
    {
        m_put.addBindValue(QString(kind));
        m_put.addBindValue(static_cast<qint64>(id));
        m_put.addBindValue(QString::fromStdString(body.dump()));
        return m_put.exec();
    }
    bool drop(const char* kind, std::int64_t id)
    {
        m_drop.addBindValue(QString(kind));
        m_drop.addBindValue(static_cast<qint64>(id));
        return m_drop.exec();
    }
    template <class T>
    bool difference(const char* kind, const Table<T>& before, const Table<T>& after)
    {
        bool good = true;
        eachDifference(before, after, [&](const T* old, const T* now) {
            good = good && (now ? put(kind, now->id.value, toJson(*now)) : drop(kind, old->id.value));
        });
        return good;
    }
    const QSqlQuery& failed() const { return m_put.lastError().isValid() ? m_put : m_drop; }

private:
    QSqlQuery m_put, m_drop;
};

bool writePlan(RowWriter& writer, const plan::Plan& before, const plan::Plan& after)
{
    return writer.difference("place", before.places, after.places) &&
           writer.difference("device", before.devices, after.devices) &&
           writer.difference("slot", before.slots, after.slots) &&
           writer.difference("port", before.ports, after.ports) && writer.difference("run", before.runs, after.runs) &&
           writer.difference("waiver", before.waivers, after.waivers) &&
           writer.difference("catalogue", before.catalogue, after.catalogue) &&
           writer.difference("flow", before.flows, after.flows) && writer.difference("job", before.jobs, after.jobs);
}

}  // namespace

ProjectFile::ProjectFile(std::string path)
    : m_path(std::move(path)), m_connection(std::make_unique<Connection>(QString::fromStdString(m_path)))
{}
ProjectFile::~ProjectFile() = default;

Result<std::unique_ptr<ProjectFile>> ProjectFile::open(const std::string& path, const Project& fresh)
{
    const bool isNew = !QFile::exists(QString::fromStdString(path)) || QFile(QString::fromStdString(path)).size() == 0;
    std::unique_ptr<ProjectFile> file(new ProjectFile(path));
    Connection& connection = *file->m_connection;
    if (!connection.database.open())
        return failure(ErrorCode::NotAllowed,
                       fmt::format("the file cannot be opened ({}); check the folder and its rights",
                                   connection.database.lastError().text().toStdString()),
                       path);
    if (!isNew) {
        QSqlQuery probe(connection.database);
        if (!probe.exec("PRAGMA schema_version") || !probe.next())
            return failure(ErrorCode::Corrupt,
                           "this is not a Sokudo project; choose another file. It was left as it is", path);
        if (connection.pragma("application_id") != kApplicationId)
            return failure(ErrorCode::Corrupt,
                           "this database does not belong to Sokudo; choose another file. It was left as it is", path);
        if (connection.pragma("user_version") > kVersion)
            return failure(ErrorCode::Corrupt,
                           "a later Sokudo wrote this project; update Sokudo to open it. It was left as it is", path);
    }
    connection.exec("PRAGMA journal_mode = DELETE");
    connection.exec("PRAGMA synchronous = FULL");
    const int have = isNew ? 0 : connection.pragma("user_version");
    for (const Migration& step : kMigrations) {
        if (step.to <= have) continue;
        connection.database.transaction();
        bool good = true;
        for (const char* statement : step.statements)
            if (statement) good = good && connection.exec(statement);
        good = good && connection.exec(QString("PRAGMA application_id = %1").arg(kApplicationId)) &&
               connection.exec(QString("PRAGMA user_version = %1").arg(step.to));
        if (!good || !connection.database.commit())
            return failure(ErrorCode::NotAllowed, "the project file cannot be written; check the folder and its rights",
                           path);
    }
    if (isNew) {
        const plan::Plan empty;
        if (auto saved = file->save({&empty, &fresh.plan, fresh.trials, fresh.entries, fresh.answers, {}}); !saved)
            return tl::unexpected(saved.error());
    }
    return file;
}

Result<Project> ProjectFile::load() const
{
    Project project;
    std::optional<Error> error;
    QSqlQuery setting(m_connection->database);
    if (setting.exec("SELECT value FROM setting WHERE name = 'name'") && setting.next())
        project.plan.name = setting.value(0).toString().toStdString();
    QSqlQuery query(m_connection->database);
    query.setForwardOnly(true);
    if (!query.exec("SELECT kind, id, body FROM object")) return refuse(query, m_path, "reading");
    std::vector<plan::Place> places;
    std::vector<plan::Device> devices;
    std::vector<plan::Slot> slots;
    std::vector<plan::Port> ports;
    std::vector<plan::Run> runs;
    std::vector<plan::Waiver> waivers;
    std::vector<plan::CatalogueRow> catalogue;
    std::vector<plan::Flow> flows;
    std::vector<plan::Job> jobs;
    while (query.next()) {
        const std::string kind = query.value(0).toString().toStdString();
        const std::string where = fmt::format("{}: {} {}", m_path, kind, query.value(1).toLongLong());
        const Json body = Json::parse(query.value(2).toString().toStdString(), nullptr, false);
        if (body.is_discarded())
            return failure(ErrorCode::Corrupt,
                           "this row is damaged; restore the file from a copy. It was left as it is", where);
        const JsonReader in(body, where, error);
        if (kind == "place") places.push_back(placeFrom(in));
        else if (kind == "device") devices.push_back(deviceFrom(in));
        else if (kind == "slot") slots.push_back(slotFrom(in));
        else if (kind == "port") ports.push_back(portFrom(in));
        else if (kind == "run") runs.push_back(runFrom(in));
        else if (kind == "waiver") waivers.push_back(waiverFrom(in));
        else if (kind == "catalogue") catalogue.push_back(catalogueRowFrom(in));
        else if (kind == "flow") flows.push_back(flowFrom(in));
        else if (kind == "job") jobs.push_back(jobFrom(in));
        else if (kind == "trial") project.trials.push_back(trialFrom(in));
        else if (kind == "entry") project.entries.push_back(entryFrom(in));
        else if (kind == "answer") project.answers.push_back(answerFrom(in));
        if (error)
            return failure(ErrorCode::Corrupt, error->what + "; restore the file from a copy. It was left as it is",
                           error->where);
    }
    project.plan.places = Table<plan::Place>::fromRows(std::move(places));
    project.plan.devices = Table<plan::Device>::fromRows(std::move(devices));
    project.plan.slots = Table<plan::Slot>::fromRows(std::move(slots));
    project.plan.ports = Table<plan::Port>::fromRows(std::move(ports));
    project.plan.runs = Table<plan::Run>::fromRows(std::move(runs));
    project.plan.waivers = Table<plan::Waiver>::fromRows(std::move(waivers));
    project.plan.catalogue = Table<plan::CatalogueRow>::fromRows(std::move(catalogue));
    project.plan.flows = Table<plan::Flow>::fromRows(std::move(flows));
    project.plan.jobs = Table<plan::Job>::fromRows(std::move(jobs));
    const auto byTime = [](const auto& a, const auto& b) { return a.at < b.at; };
    std::stable_sort(project.trials.begin(), project.trials.end(), byTime);
    std::stable_sort(project.entries.begin(), project.entries.end(), byTime);
    std::stable_sort(project.answers.begin(), project.answers.end(), byTime);
    if (const auto broken = plan::brokenInvariants(project.plan); !broken.empty())
        return failure(ErrorCode::Corrupt, broken.front() + "; restore the file from a copy. It was left as it is",
                       m_path);
    return project;
}

tl::expected<void, Error> ProjectFile::save(const Changes& changes)
{
    QSqlDatabase& database = m_connection->database;
    if (!database.transaction())
        return failure(ErrorCode::NotAllowed,
                       "the project file is in use or cannot be written; close the other program and try again",
                       m_path);
    RowWriter writer(database);
    bool good = true;
    if (changes.before && changes.after) {
        good = writePlan(writer, *changes.before, *changes.after);
        if (good && changes.before->name != changes.after->name) {
            QSqlQuery query(database);
            query.prepare(
                "INSERT INTO setting (name, value) VALUES ('name', ?) ON CONFLICT (name) DO UPDATE SET value = "
                "excluded.value");
            query.addBindValue(QString::fromStdString(changes.after->name));
            good = query.exec();
        }
    }
    for (const auto& trial : changes.trials) good = good && writer.put("trial", trial.id.value, toJson(trial));
    for (const auto& entry : changes.entries) good = good && writer.put("entry", entry.id.value, toJson(entry));
    for (const auto& answer : changes.answers) good = good && writer.put("answer", answer.id.value, toJson(answer));
    for (const AnswerId id : changes.withdrawnAnswers) good = good && writer.drop("answer", id.value);
    if (good && database.commit()) return {};
    const auto error = refuse(writer.failed(), m_path, "saving");
    database.rollback();
    return error;
}

}  // namespace sokudo::store
