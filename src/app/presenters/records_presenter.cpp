// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/records_presenter.h"

#include <QDate>
#include <QFileInfo>

#include "app/qt_text.h"
#include "core/plan/edits.h"

namespace sokudo::app {

const std::vector<RecordsPresenter::Kind>& RecordsPresenter::kinds()
{
    static const std::vector<Kind> kAll{
        {TableKind::Services, "service",
         "What providers bring into the house: rate, hand-off port, and where it enters."},
        {TableKind::Networks, "network", "Networks on the same wires, with their tags; ports say which they carry."},
        {TableKind::Workloads, "workload", "What runs where: the rate that a place needs follows from it."},
        {TableKind::Stock, "spare or tool", "Spares, ends of reels, tools, and what is on loan or ordered."},
        {TableKind::LooseEnds, "loose end",
         "What is temporary, what is a compromise and why, and what is open; with a review date."},
        {TableKind::Addresses, "address", "How devices are reached. Private: left out of exports. Never a password."},
        {TableKind::Photos, "photo", "Pictures and visual inspections. The place they were taken at is removed."},
        {TableKind::DeviceKinds, "kind of device", "Devices that come back, described once: “my 8-port switch”."},
        {TableKind::Circuits, "circuit", "Branch circuits of the mains, each behind its breaker."},
        {TableKind::MainsOutlets, "outlet",
         "Wall outlets by circuit, and strips by what they are plugged into. Devices name them in “Powered by”."},
        {TableKind::Offers, "offer",
         "What a part costs where and when. The newest that holds counts; older ones are its price history."},
        {TableKind::Purchases, "purchase",
         "What was ordered, has arrived, is fitted or went back; free and on loan too."},
        {TableKind::Currencies, "currency", "The house's own currency, and what others are worth in it on a day."},
        {TableKind::Budgets, "budget", "What may be spent, in all or a month; one named as a variant counts for it."},
        {TableKind::People, "person",
         "Who builds: free hours on each day of the week, and a trade where there is one."},
        {TableKind::Ticks, "tick",
         "Steps and jobs that are done, with the minutes they took: estimates learn from them."},
        {TableKind::Permits, "permission",
         "A yes of the owner, or the licensed trade that does it: what locked jobs wait for."},
        {TableKind::Instruments, "instrument", "Testers at hand, with battery, calibration and when they go back."},
        {TableKind::CableTests, "test", "Results of cable tests, by run and day."},
        {TableKind::Profiles, "profile",
         "Settings of a port under one name: networks, MTU, priority, limits. Ports name theirs."},
        {TableKind::Settings, "setting", "What is set otherwise than it came from the factory, and why."},
        {TableKind::CutOvers, "cut-over",
         "Days on which one switch takes over from another: window, reserve, appointments."},
        {TableKind::ColumnMaps, "column mapping",
         "Which column of a tester's table holds what; kept for the next import."}};
    return kAll;
}

const RecordsPresenter::Kind& RecordsPresenter::kindOf(TableKind table)
{
    const auto at = std::find_if(kinds().begin(), kinds().end(), [&](const Kind& kind) { return kind.table == table; });
    return at == kinds().end() ? kinds().front() : *at;
}

RecordsPresenter::RecordsPresenter(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    connect(&document, &Document::planChanged, this, &RecordsPresenter::changed);
}

std::size_t RecordsPresenter::count(TableKind table) const
{
    const plan::Plan& plan = m_document.plan();
    switch (table) {
    case TableKind::Services: return plan.services.size();
    case TableKind::Networks: return plan.networks.size();
    case TableKind::Workloads: return plan.workloads.size();
    case TableKind::Stock: return plan.stock.size();
    case TableKind::LooseEnds: return plan.looseEnds.size();
    case TableKind::Addresses: return plan.accesses.size();
    case TableKind::Photos: return plan.photos.size();
    case TableKind::Circuits: return plan.circuits.size();
    case TableKind::MainsOutlets: return plan.outlets.size();
    case TableKind::Offers: return plan.offers.size();
    case TableKind::Purchases: return plan.purchases.size();
    case TableKind::Currencies: return plan.currencies.size();
    case TableKind::Budgets: return plan.budgets.size();
    case TableKind::People: return plan.people.size();
    case TableKind::Ticks: return plan.ticks.size();
    case TableKind::Permits: return plan.permits.size();
    case TableKind::Instruments: return plan.instruments.size();
    case TableKind::CableTests: return plan.cableTests.size();
    case TableKind::Profiles: return plan.profiles.size();
    case TableKind::Settings: return plan.settings.size();
    case TableKind::CutOvers: return plan.cutOvers.size();
    case TableKind::ColumnMaps: return plan.columnMaps.size();
    default: return plan.deviceKinds.size();
    }
}

int RecordsPresenter::due(TableKind table) const
{
    const std::string today = fromQt(QDate::currentDate().toString(Qt::ISODate));
    const auto isDue = [&](const std::string& day) { return !day.empty() && day <= today; };
    int count = 0;
    if (table == TableKind::LooseEnds)
        for (const plan::LooseEnd& end : m_document.plan().looseEnds) count += !end.isDone && isDue(end.review);
    if (table == TableKind::Stock)
        for (const plan::StockItem& item : m_document.plan().stock) count += isDue(item.due);
    return count;
}

std::vector<editline::RecordField> RecordsPresenter::fields(const plan::Subject& subject) const
{
    return editline::recordFields(m_document.plan(), subject, m_document.knowledge());
}

QString RecordsPresenter::name(const plan::Subject& subject) const
{
    return toQt(editline::recordName(m_document.plan(), subject));
}

std::optional<plan::Subject> RecordsPresenter::put(const plan::Subject& subject, const editline::RecordValues& values)
{
    auto next = editline::withRecord(m_document.plan(), subject, values, m_document.knowledge(), m_document.ids());
    if (!next) {
        m_document.edit({}, tl::unexpected(next.error()));
        return std::nullopt;
    }
    QString done = toQt(next->done);
    done[0] = done[0].toUpper();
    if (!m_document.edit(done, next->plan)) return std::nullopt;
    return next->touched.front();
}

bool RecordsPresenter::remove(const plan::Subject& subject)
{
    return m_document.edit("Delete " + name(subject), editline::withoutRecord(m_document.plan(), subject));
}

QByteArray RecordsPresenter::picture(const plan::Subject& subject) const
{
    const plan::Photo* photo =
        subject.kind == "photo" ? m_document.plan().photos.find(plan::PhotoId{subject.id}) : nullptr;
    return photo ? QByteArray::fromBase64(QByteArray::fromStdString(photo->jpeg)) : QByteArray();
}

void RecordsPresenter::addPictures(const QStringList& files, const std::optional<plan::Subject>& about)
{
    m_waiting << files;
    m_about = about;
    if (!m_isReading) readNext();
}

void RecordsPresenter::readNext()
{
    m_isReading = !m_waiting.isEmpty();
    Q_EMIT changed();
    if (!m_isReading) return;
    const QString path = m_waiting.takeFirst();
    m_reading.start(
        *this, [file = fromQt(path)](const std::atomic<bool>&) { return host::readPicture(file); },
        [this, path](const Result<host::Picture>& picture) {
            take(path, picture);
            readNext();
        });
}

void RecordsPresenter::take(const QString& path, const Result<host::Picture>& picture)
{
    if (!picture) return Q_EMIT m_document.failed(toQt(picture.error().message()));
    plan::Photo photo;
    photo.id = m_document.ids().next<plan::PhotoId>();
    photo.caption = fromQt(QFileInfo(path).completeBaseName());
    photo.about = m_about;
    photo.on = fromQt(QDate::currentDate().toString(Qt::ISODate));
    photo.jpeg = picture->jpeg;
    const plan::Subject added{"photo", photo.id.value};
    if (m_document.edit("Add photo " + toQt(photo.caption), plan::edits::putRecord(m_document.plan(), photo)))
        Q_EMIT pictureAdded(added);
}

std::string recordKind(TableKind table)
{
    switch (table) {
    case TableKind::Services: return "service";
    case TableKind::Networks: return "network";
    case TableKind::Workloads: return "workload";
    case TableKind::Stock: return "stock";
    case TableKind::LooseEnds: return "loose-end";
    case TableKind::Addresses: return "access";
    case TableKind::Photos: return "photo";
    case TableKind::DeviceKinds: return "device-kind";
    case TableKind::Circuits: return "circuit";
    case TableKind::MainsOutlets: return "outlet";
    case TableKind::Offers: return "offer";
    case TableKind::Purchases: return "purchase";
    case TableKind::Currencies: return "currency";
    case TableKind::Budgets: return "budget";
    case TableKind::People: return "person";
    case TableKind::Ticks: return "tick";
    case TableKind::Permits: return "permit";
    case TableKind::Instruments: return "instrument";
    case TableKind::CableTests: return "cable-test";
    case TableKind::Profiles: return "profile";
    case TableKind::Settings: return "setting";
    case TableKind::CutOvers: return "cut-over";
    case TableKind::ColumnMaps: return "column-map";
    default: return {};
    }
}

std::optional<TableKind> tableOfRecord(std::string_view kind)
{
    for (const RecordsPresenter::Kind& one : RecordsPresenter::kinds())
        if (recordKind(one.table) == kind) return one.table;
    return std::nullopt;
}

}  // namespace sokudo::app
