// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/test_results_presenter.h"

#include <QDate>
#include <QFile>
#include <QFileInfo>

#include "app/qt_text.h"
#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/editline/record_fields.h"
#include "core/kb/buy_rows.h"
#include "core/match/reports.h"
#include "core/oneline/tokens.h"
#include "core/plan/edits.h"
#include "host/clock.h"
#include "host/picture.h"

namespace sokudo::app {

TestResultsPresenter::TestResultsPresenter(Document& document, measure::TrafficRunner& runner, CardSource card,
                                           QObject* parent)
    : QObject(parent), m_document(document), m_runner(runner), m_card(std::move(card))
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
    Q_EMIT changed();
}

void TestResultsPresenter::choose(plan::RunId run)
{
    m_chosen = run;
    m_finding.stop();  // what it looks for is of the other run
    m_isFindingEnds = false;
    m_endsSays.clear();
    Q_EMIT changed();
    Q_EMIT liveChanged();
}

const cabletest::RunTests* TestResultsPresenter::run() const
{
    for (const cabletest::RunTests& one : m_results.runs)
        if (one.run == m_chosen) return &one;
    return nullptr;
}

std::vector<jobs::Happened> TestResultsPresenter::history() const
{
    return jobs::historyOf(m_document.plan(), m_document.entries(), {"run", m_chosen.value});
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
    const auto whole =
        m_photo ? cabletest::withPhoto(edited->plan, test.id, *m_photo) : Result<plan::Plan>(edited->plan);
    if (!m_document.edit("Test of " + toQt(run->label), whole)) return "It could not be written";
    dropPhoto();
    return {};
}

void TestResultsPresenter::readPhoto(const QString& path, std::function<void(plan::Photo)> then)
{
    if (m_isReadingPhoto) return;
    m_isReadingPhoto = true;
    m_photoSays = "Reading the picture …";
    Q_EMIT photoChanged();
    m_reading.start(
        *this, [file = fromQt(path)](const std::atomic<bool>&) { return host::readPicture(file); },
        [this, path, then = std::move(then)](const Result<host::Picture>& picture) {
            m_isReadingPhoto = false;
            if (!picture) {
                m_photoSays = toQt(picture.error().message());
                return Q_EMIT photoChanged();
            }
            plan::Photo photo;
            photo.id = m_document.ids().next<plan::PhotoId>();
            photo.caption = fromQt(QFileInfo(path).completeBaseName());
            photo.on = host::today();
            photo.jpeg = picture->jpeg;
            m_photoSays =
                QString("%1, %2 × %3 pixels").arg(toQt(photo.caption)).arg(picture->width).arg(picture->height);
            then(std::move(photo));
            Q_EMIT photoChanged();
        });
}

void TestResultsPresenter::takePhoto(const QString& path)
{
    readPhoto(path, [this](plan::Photo photo) { m_photo = std::move(photo); });
}

void TestResultsPresenter::attachPhoto(const QString& path)
{
    const cabletest::RunTests* chosen = run();
    const plan::CableTestId newest = chosen && !chosen->tests.empty() ? chosen->tests.back()->id : plan::CableTestId{};
    readPhoto(path, [this, newest](plan::Photo photo) {
        const QString caption = toQt(photo.caption);
        const auto with = cabletest::withPhoto(m_document.plan(), newest, std::move(photo));
        if (!with) m_photoSays = toQt(with.error().message());
        else if (!m_document.edit("Photo of a result: " + caption, with)) m_photoSays = "It could not be written";
    });
}

void TestResultsPresenter::dropPhoto()
{
    m_photo.reset();
    m_photoSays.clear();
    Q_EMIT photoChanged();
}

std::vector<TestResultsPresenter::Shown> TestResultsPresenter::photos() const
{
    std::vector<Shown> all;
    const cabletest::RunTests* chosen = run();
    if (!chosen) return all;
    for (auto test = chosen->tests.rbegin(); test != chosen->tests.rend(); ++test)
        for (const plan::Photo* photo : cabletest::photosOf(*m_read, **test))
            all.push_back({toQt((*test)->name), toQt(photo->caption),
                           QByteArray::fromBase64(QByteArray::fromStdString(photo->jpeg))});
    return all;
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

void TestResultsPresenter::startLive(const Live& asked)
{
    if (m_isLive) return;
    measure::TrafficQuestion traffic;
    traffic.host = fromQt(asked.host);
    traffic.port = asked.port;
    traffic.key = fromQt(asked.key);
    traffic.streams = 4;
    cabletest::QualifyQuestion question;
    question.rate = asked.rate;
    question.wanted = asked.wanted;
    traffic.rateCap = BitRate::of(asked.rate.in() * question.load);
    m_cancel = std::make_shared<std::atomic<bool>>(false);
    m_isLive = true;
    m_liveSays = "It runs …";
    Q_EMIT liveChanged();
    const auto show = [this](const cabletest::QualifyProgress& now) {
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
            return cabletest::qualifyRun(runner, traffic, question, most, show, *cancel);
        },
        [this, question, run = m_chosen](const Result<cabletest::QualifyRun>& made) {
            m_isLive = false;
            m_liveSays =
                made ? toQt(made->sentence) + ". " + toQt(made->answer.provesNot) : toQt(made.error().message());
            const plan::Run* of = m_document.plan().runs.find(run);
            if (made && of) {
                const plan::CableTest test = cabletest::testOf(*made, question, *of, host::today(), m_document.ids());
                m_document.edit("Live-link run of " + toQt(of->label), plan::edits::putRecord(m_document.plan(), test));
            }
            Q_EMIT liveChanged();
        });
}

void TestResultsPresenter::stopLive()
{
    if (m_cancel) *m_cancel = true;
}

void TestResultsPresenter::findEnds()
{
    if (m_isFindingEnds || !m_chosen.isSet()) return;
    m_isFindingEnds = true;
    m_endsSays = "Looking at the hosts on both sides …";
    Q_EMIT liveChanged();
    m_finding.start(
        *this,
        [plan = m_document.snapshot(), run = m_chosen, kb = m_document.knowledge()](const std::atomic<bool>&) {
            return cabletest::testEnds(*plan, match::judgeAll(*plan, kb), run, kb);
        },
        [this](const Result<cabletest::TestEndsList>& found) {
            m_isFindingEnds = false;
            if (!found) m_endsSays = toQt(found.error().what);
            else {
                m_endsSays = toQt(found->says);
                int shown = 0;
                for (const cabletest::TestEnds& one : found->pairs)
                    if (!one.provesLink && found->pairs.front().provesLink && ++shown <= 3)
                        m_endsSays += "\nNot " + toQt(one.says);
            }
            Q_EMIT liveChanged();
        });
}

void TestResultsPresenter::testCard(const QString& interface)
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
