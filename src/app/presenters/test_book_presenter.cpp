// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/test_book_presenter.h"

#include <QDate>
#include <QFile>

#include "app/qt_text.h"
#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/editline/record_fields.h"
#include "core/kb/buy_rows.h"
#include "core/oneline/tokens.h"
#include "core/plan/edits.h"

namespace sokudo::app {

TestBookPresenter::TestBookPresenter(Document& document, measure::TrafficRunner& runner, CardSource card,
                                     QObject* parent)
    : QObject(parent), m_document(document), m_runner(runner), m_card(std::move(card))
{
    connect(&document, &Document::planChanged, this, &TestBookPresenter::refresh);
    connect(&document, &Document::recordChanged, this, &TestBookPresenter::changed);
    refresh();
}

std::string TestBookPresenter::today() const
{
    return fromQt(m_today.isEmpty() ? QDate::currentDate().toString(Qt::ISODate) : m_today);
}

void TestBookPresenter::refresh()
{
    m_read = m_document.snapshot();
    m_book = build::testBook(*m_read, today(), m_document.knowledge());
    if (!m_read->runs.has(m_chosen)) m_chosen = m_book.runs.empty() ? plan::RunId{} : m_book.runs.front().run;
    Q_EMIT changed();
}

void TestBookPresenter::choose(plan::RunId run)
{
    m_chosen = run;
    Q_EMIT changed();
}

const build::RunTests* TestBookPresenter::run() const
{
    for (const build::RunTests& one : m_book.runs)
        if (one.run == m_chosen) return &one;
    return nullptr;
}

std::vector<build::Happened> TestBookPresenter::history() const
{
    return build::historyOf(m_document.plan(), m_document.entries(), {"run", m_chosen.value});
}

std::vector<build::Sibling> TestBookPresenter::siblings() const
{
    const build::RunTests* one = run();
    return one && one->verdict == Verdict::NoLink
               ? build::siblingsOf(m_document.plan(), m_chosen, m_document.knowledge())
               : std::vector<build::Sibling>{};
}

QString TestBookPresenter::batchSays(const build::BatchCount& batch) const
{
    build::BatchQuestion question;
    question.bad = batch.bad, question.tested = batch.tested, question.untested = batch.untested;
    question.prior = build::usualPrior(m_document.knowledge());
    const auto answer = build::batchAnswer(question);
    return answer ? toQt(answer->says) : toQt(answer.error().message());
}

std::vector<std::pair<QString, QString>> TestBookPresenter::instruments() const
{
    std::vector<std::pair<QString, QString>> all;
    for (const plan::Instrument& one : m_document.plan().instruments)
        all.emplace_back(toQt(one.name), "instrument:" + toQt(one.name));
    for (const kb::Instrument& row : m_document.knowledge().all<kb::Instrument>())
        if (row.id != "none") all.emplace_back(toQt(row.name), "grade:" + toQt(row.id));
    return all;
}

QString TestBookPresenter::add(const std::vector<std::pair<std::string, std::string>>& fields)
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    if (!run) return "Choose a cable at the left first";
    plan::CableTest test;
    test.run = m_chosen;
    test.on = today();
    test.name = text::trimmed(run->label + " " + test.on);
    test.id = m_document.ids().next<plan::CableTestId>();
    auto with = plan::edits::putRecord(m_document.plan(), test);
    if (!with) return toQt(with.error().message());
    const auto edited =
        editline::withRecord(*with, {"cable-test", test.id.value}, fields, m_document.knowledge(), m_document.ids());
    if (!edited) return toQt(edited.error().message());
    // A map that is typed along must be one.
    if (const plan::CableTest* made = edited->plan.cableTests.find(test.id); made && !made->wireMap.empty())
        if (const auto map = build::wireMapOf(made->wireMap); !map) return toQt(map.error().message());
    return m_document.edit("Test of " + toQt(run->label), Result<plan::Plan>(edited->plan))
               ? QString()
               : QString("It could not be written");
}

QString TestBookPresenter::faultSays(const QString& reading, const QString& fromFar) const
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    if (!run || !run->length) return "The length of this run was never measured: note it in Survey first";
    const auto near = oneline::lengthOf(fromQt(reading.trimmed().toLower()));
    if (!near) return "Write the distance as 14m or 46ft";
    const build::Stretch stretch = build::stretchOf(*run);
    const build::FaultAt at = build::faultAt(*near, stretch);
    QString says = QString("%1; the %2 end is nearer. First: %3")
                       .arg(toQt(at.says), at.isNearerToFar ? QString("far") : QString("near"), toQt(at.first));
    if (const auto far = oneline::lengthOf(fromQt(fromFar.trimmed().toLower())))
        says += ". " + toQt(build::fromBothEnds(*near, *far, stretch.whole()).says);
    return says;
}

QString TestBookPresenter::openFile(const QString& path, File& into) const
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return path + " cannot be read";
    into.name = path.section('/', -1);
    into.text = file.readAll().toStdString();
    const auto sheet = csv::parse(into.text, fromQt(into.name));
    if (!sheet) return toQt(sheet.error().message());
    into.headings = sheet->columns();
    for (const plan::ColumnMap& kept : m_document.plan().columnMaps) {
        const auto columns = build::columnMapOf(kept.columns);
        if (columns && std::all_of(columns->begin(), columns->end(), [&](const build::MappedColumn& one) {
                return sheet->hasColumn(text::lower(one.column));
            })) {
            into.columns = *columns;
            return {};
        }
    }
    into.columns = build::guessedColumns(into.headings);
    return {};
}

QString TestBookPresenter::importFile(const File& file, const QString& columns, const QString& keepAs, QString& says)
{
    const auto map = build::columnMapOf(fromQt(columns));
    if (!map) return toQt(map.error().message());
    plan::CableTest common;
    common.on = today();
    const auto made =
        build::importTests({file.text, fromQt(file.name), *map, common}, m_document.plan(), m_document.ids());
    if (!made) return toQt(made.error().message());
    auto next = build::withTests(m_document.plan(), made->tests);
    if (next && !keepAs.trimmed().isEmpty()) {
        plan::ColumnMap kept{{}, fromQt(keepAs.trimmed()), build::textOf(*map)};
        for (const plan::ColumnMap& old : next->columnMaps)
            if (text::lower(old.name) == text::lower(kept.name)) kept.id = old.id;
        if (!kept.id.isSet()) kept.id = m_document.ids().next<plan::ColumnMapId>();
        next = plan::edits::putRecord(*next, std::move(kept));
    }
    if (!next) return toQt(next.error().message());
    says = toQt(made->sentence);
    for (const text::Sentence& note : made->notes) says += "\n" + toQt(note);
    return m_document.edit("Results from " + file.name, next) ? QString() : QString("They could not be written");
}

void TestBookPresenter::startLive(const Live& asked)
{
    if (m_isLive) return;
    measure::TrafficQuestion traffic;
    traffic.host = fromQt(asked.host);
    traffic.port = asked.port;
    traffic.key = fromQt(asked.key);
    traffic.streams = 4;
    build::QualifyQuestion question;
    question.rate = asked.rate;
    question.wanted = asked.wanted;
    traffic.rateCap = BitRate::of(asked.rate.in() * question.load);
    m_cancel = std::make_shared<std::atomic<bool>>(false);
    m_isLive = true;
    m_liveSays = "It runs …";
    Q_EMIT liveChanged();
    const auto show = [this](const build::QualifyProgress& now) {
        const QString says = QString("%1 % of the bits, %2 errors, %3 left")
                                 .arg(now.wanted > 0 ? 100 * std::min(1.0, now.bits / now.wanted) : 0, 0, 'f', 0)
                                 .arg(now.errors)
                                 .arg(toQt(text::duration(now.left)));
        QMetaObject::invokeMethod(
            this,
            [this, says] {
                if (!m_isLive) return;
                m_liveSays = says;
                Q_EMIT liveChanged();
            },
            Qt::QueuedConnection);
    };
    m_running.start(
        *this,
        [&runner = m_runner, traffic, question, most = asked.most, show, cancel = m_cancel](const std::atomic<bool>&) {
            return build::qualifyRun(runner, traffic, question, most, show, *cancel);
        },
        [this, question, run = m_chosen](const Result<build::QualifyRun>& made) {
            m_isLive = false;
            m_liveSays =
                made ? toQt(made->sentence) + ". " + toQt(made->answer.provesNot) : toQt(made.error().message());
            const plan::Run* of = m_document.plan().runs.find(run);
            if (made && of) {
                const plan::CableTest test = build::testOf(*made, question, *of, today(), m_document.ids());
                m_document.edit("Live-link run of " + toQt(of->label), plan::edits::putRecord(m_document.plan(), test));
            }
            Q_EMIT liveChanged();
        });
}

void TestBookPresenter::stopLive()
{
    if (m_cancel) *m_cancel = true;
}

void TestBookPresenter::testCard(const QString& interface)
{
    auto probe = m_card ? m_card() : nullptr;
    if (!probe || m_isTestingCard) return;
    m_isTestingCard = true;
    m_cardSays = "The card tests; its link is down for some seconds …";
    Q_EMIT liveChanged();
    m_testing.start(
        *this,
        [probe = std::shared_ptr<measure::CableProbe>(std::move(probe)),
         name = fromQt(interface)](const std::atomic<bool>& isStopped) { return probe->test(name, isStopped); },
        [this](const Result<measure::CardCableTest>& test) {
            m_isTestingCard = false;
            m_cardSays = test ? toQt(test->sentence()) : toQt(test.error().message());
            Q_EMIT liveChanged();
        });
}

}  // namespace sokudo::app
