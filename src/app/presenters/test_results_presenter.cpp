// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/test_results_presenter.h"

#include <QFile>

#include "app/qt_text.h"
#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/editline/record_fields.h"
#include "core/kb/buy_rows.h"
#include "core/oneline/tokens.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {

TestResultsPresenter::TestResultsPresenter(Document& document, measure::TrafficRunner& runner, CardSource card,
                                           QObject* parent)
    : QObject(parent), m_document(document), m_photos(document), m_linkRun(document, runner, std::move(card))
{
    connect(&document, &Document::planChanged, this, &TestResultsPresenter::refresh);
    connect(&document, &Document::recordChanged, this, &TestResultsPresenter::changed);
    refresh();
}

void TestResultsPresenter::refresh()
{
    m_read = m_document.snapshot();
    m_results = cabletest::testResults(*m_read, host::today(), m_document.knowledge());
    if (!m_read->runs.has(m_chosen)) m_chosen = m_results.runs.empty() ? plan::RunId{} : m_results.runs.front().run;
    m_linkRun.choose(m_chosen);
    Q_EMIT changed();
}

void TestResultsPresenter::choose(plan::RunId run)
{
    m_chosen = run;
    m_linkRun.choose(m_chosen);
    Q_EMIT changed();
}

const cabletest::RunTests* TestResultsPresenter::run() const
{
    for (const cabletest::RunTests& one : m_results.runs)
        if (one.run == m_chosen) return &one;
    return nullptr;
}

std::vector<jobs::Happened> TestResultsPresenter::history() const
{
    return jobs::historyOf(m_document.plan(), m_document.records().entries(), {"run", m_chosen.value});
}

std::vector<cabletest::Sibling> TestResultsPresenter::siblings() const
{
    const cabletest::RunTests* one = run();
    return one && one->verdict == Verdict::NoLink
               ? cabletest::siblingsOf(m_document.plan(), m_chosen, m_document.knowledge())
               : std::vector<cabletest::Sibling>{};
}

QString TestResultsPresenter::batchSays(const cabletest::BatchCount& batch) const
{
    cabletest::BatchQuestion question;
    question.bad = batch.bad, question.tested = batch.tested, question.untested = batch.untested;
    question.prior = cabletest::usualPrior(m_document.knowledge());
    const auto answer = cabletest::batchAnswer(question);
    return answer ? toQt(answer->says) : toQt(answer.error().message());
}

std::vector<std::pair<QString, QString>> TestResultsPresenter::instruments() const
{
    std::vector<std::pair<QString, QString>> all;
    for (const plan::Instrument& one : m_document.plan().instruments)
        all.emplace_back(toQt(one.name), "instrument:" + toQt(one.name));
    for (const kb::Instrument& row : m_document.knowledge().all<kb::Instrument>())
        if (row.id != "none") all.emplace_back(toQt(row.name), "grade:" + toQt(row.id));
    return all;
}

QString TestResultsPresenter::add(const std::vector<std::pair<std::string, std::string>>& fields)
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    if (!run) return "Choose a cable at the left first";
    plan::CableTest test;
    test.run = m_chosen;
    test.on = host::today();
    test.name = text::trimmed(run->label + " " + test.on);
    test.id = m_document.ids().next<plan::CableTestId>();
    auto with = plan::edits::putRecord(m_document.plan(), test);
    if (!with) return toQt(with.error().message());
    const auto edited =
        editline::withRecord(*with, {"cable-test", test.id.value}, fields, m_document.knowledge(), m_document.ids());
    if (!edited) return toQt(edited.error().message());
    // A map that is typed along must be one.
    if (const plan::CableTest* made = edited->plan.cableTests.find(test.id); made && !made->wireMap.empty())
        if (const auto map = cabletest::wireMapOf(made->wireMap); !map) return toQt(map.error().message());
    const auto whole = m_photos.taken() ? cabletest::withPhoto(edited->plan, test.id, *m_photos.taken())
                                        : Result<plan::Plan>(edited->plan);
    if (!m_document.edit("Test of " + toQt(run->label), whole)) return "It could not be written";
    m_photos.drop();
    return {};
}

void TestResultsPresenter::attachPhoto(const QString& path)
{
    const cabletest::RunTests* chosen = run();
    m_photos.attach(path, chosen && !chosen->tests.empty() ? chosen->tests.back()->id : plan::CableTestId{});
}

QString TestResultsPresenter::faultSays(const QString& reading, const QString& fromFar) const
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    if (!run || !run->length) return "The length of this run was never measured: note it in Survey first";
    const auto near = oneline::lengthOf(fromQt(reading.trimmed().toLower()));
    if (!near) return "Write the distance as 14m or 46ft";
    const cabletest::Stretch stretch = cabletest::stretchOf(*run);
    const cabletest::FaultAt at = cabletest::faultAt(*near, stretch);
    QString says = QString("%1; the %2 end is nearer. First: %3")
                       .arg(toQt(at.says), at.isNearerToFar ? QString("far") : QString("near"), toQt(at.first));
    if (const auto far = oneline::lengthOf(fromQt(fromFar.trimmed().toLower())))
        says += ". " + toQt(cabletest::fromBothEnds(*near, *far, stretch.whole()).says);
    return says;
}

QString TestResultsPresenter::openFile(const QString& path, File& into) const
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return path + " cannot be read";
    into.name = path.section('/', -1);
    into.text = file.readAll().toStdString();
    const auto sheet = csv::parse(into.text, fromQt(into.name));
    if (!sheet) return toQt(sheet.error().message());
    into.headings = sheet->columns();
    for (const plan::ColumnMap& kept : m_document.plan().columnMaps) {
        const auto columns = cabletest::columnMapOf(kept.columns);
        if (columns && std::all_of(columns->begin(), columns->end(), [&](const cabletest::MappedColumn& one) {
                return sheet->hasColumn(text::lower(one.column));
            })) {
            into.columns = *columns;
            return {};
        }
    }
    into.columns = cabletest::guessedColumns(into.headings);
    return {};
}

QString TestResultsPresenter::importFile(const File& file, const QString& columns, const QString& keepAs, QString& says)
{
    const auto map = cabletest::columnMapOf(fromQt(columns));
    if (!map) return toQt(map.error().message());
    plan::CableTest common;
    common.on = host::today();
    const auto made =
        cabletest::importTests({file.text, fromQt(file.name), *map, common}, m_document.plan(), m_document.ids());
    if (!made) return toQt(made.error().message());
    const auto taken = cabletest::withTests(m_document.plan(), made->tests);
    if (!taken) return toQt(taken.error().message());
    Result<plan::Plan> next = taken->plan;
    if (!keepAs.trimmed().isEmpty()) {
        plan::ColumnMap kept{{}, fromQt(keepAs.trimmed()), cabletest::textOf(*map)};
        for (const plan::ColumnMap& old : next->columnMaps)
            if (text::lower(old.name) == text::lower(kept.name)) kept.id = old.id;
        if (!kept.id.isSet()) kept.id = m_document.ids().next<plan::ColumnMapId>();
        next = plan::edits::putRecord(*next, std::move(kept));
    }
    if (!next) return toQt(next.error().message());
    says = toQt(made->sentence) + "\n" + toQt(taken->sentence);
    for (const text::Sentence& note : taken->beside) says += "\n" + toQt(note);
    for (const text::Sentence& note : made->notes) says += "\n" + toQt(note);
    return m_document.edit("Results from " + file.name, next) ? QString() : QString("They could not be written");
}

}  // namespace sokudo::app
