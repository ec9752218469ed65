// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/measure_presenter.h"

#include <chrono>
#include <map>

#include <QSysInfo>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/diagnose/band_position.h"
#include "core/diagnose/inquiry.h"
#include "core/kb/stage_rows.h"
#include "core/measure/import_csv.h"
#include "core/measure/measured_trial.h"
#include "core/measure/parse_result.h"
#include "host/clock.h"

namespace sokudo::app {
namespace {

using host::now;

measure::TrialKind kindOf(const expect::PathQuestion& path)
{
    return path.traffic == expect::Traffic::FileCopy ? measure::TrialKind::FileCopy : measure::TrialKind::Memory;
}

}  // namespace

MeasurePresenter::MeasurePresenter(Document& document, Selection& selection, measure::TrafficRunner& runner,
                                   QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_runner(runner),
      m_machineName(QSysInfo::machineHostName())
{
    connect(&document, &Document::recordChanged, this, &MeasurePresenter::changed);
    connect(&document, &Document::analysisChanged, this, &MeasurePresenter::changed);
    connect(&selection, &Selection::pathChanged, this, &MeasurePresenter::changed);
}

MeasurePresenter::~MeasurePresenter()
{
    m_cancel = true;
    if (m_thread.joinable()) m_thread.join();
}

void MeasurePresenter::start(const measure::TrafficQuestion& question, Of of)
{
    if (m_running) return;
    m_of = of;
    if (m_thread.joinable()) m_thread.join();
    m_running = true;
    m_cancel = false;
    m_path = m_selection.path();
    m_path.traffic = expect::Traffic::MemoryToMemory;
    Q_EMIT started();
    const double whole = (question.duration + question.warmup).in();
    m_thread = std::thread([this, question, whole] {
        const auto told = [this, whole](const measure::TrafficSample& sample) {
            QMetaObject::invokeMethod(
                this, [this, sample, whole] { Q_EMIT progress(sample, std::min(1.0, sample.at.in() / whole)); },
                Qt::QueuedConnection);
        };
        Result<measure::TrafficResult> result = failure(ErrorCode::Cancelled, "the test ended by a fault of Sokudo");
        try {
            result = m_runner.run(question, told, m_cancel);
        } catch (...) {
            reportFault("a test", std::current_exception());
        }
        QMetaObject::invokeMethod(
            this, [this, question, result = std::move(result)]() mutable { finish(question, std::move(result)); },
            Qt::QueuedConnection);
    });
}

void MeasurePresenter::finish(const measure::TrafficQuestion& question, Result<measure::TrafficResult> result)
{
    m_running = false;
    if (!result) {
        Q_EMIT finished(toQt(result.error().message()), false);
        return;
    }
    measure::Trial trial = measure::measuredTrial(question, *result);
    trial.id = m_document.ids().next<measure::TrialId>();
    trial.at = now();
    if (m_of == Of::ThisMachine) {
        Q_EMIT finished(keepOwn(std::move(trial)), true);
        return;
    }
    trial.from = m_path.from;
    trial.to = m_path.to;
    const BitRate rate = trial.rate.value;
    const bool kept = m_document.records().keepTrials({trial});
    Q_EMIT finished(
        QString("%1, that is %2, kept in the logbook").arg(toQt(text::rate(rate)), toQt(text::byteRate(rate))), kept);
}

/// A test of this machine with itself is its own ceiling and says nothing of a path. @return what became of it
QString MeasurePresenter::keepOwn(measure::Trial trial)
{
    const QString rate = toQt(text::rate(trial.rate.value));
    const plan::Device* self = plan::deviceNamed(m_document.plan(), fromQt(m_machineName));
    if (!self)
        return QString(
                   "This machine alone moves %1. It is not kept: the plan has no device “%2”; add it in Survey with "
                   "Read this machine")
            .arg(rate, m_machineName);
    trial.from = trial.to = self->id;
    const bool isKept = m_document.records().keepTrials({std::move(trial)});
    return isKept ? QString("%1 alone moves %2: kept as its own ceiling, and shown at its processor on every path")
                        .arg(toQt(self->name), rate)
                  : QString("%1 alone moves %2; it could not be kept").arg(toQt(self->name), rate);
}

MeasurePresenter::Reading MeasurePresenter::read(const QString& typed) const
{
    if (typed.trimmed().isEmpty())
        return {false, "A rate, or a size in a time: 1.15 GB/s, 2.35 Gbit/s, 3 GiB in 27 s ±1"};
    const auto parsed = measure::parseResult(fromQt(typed));
    if (!parsed) return {false, toQt(parsed.error().what.text())};
    return {true, toQt(parsed->working)};
}

bool MeasurePresenter::keepTyped(const QString& typed, const QString& note)
{
    const auto parsed = measure::parseResult(fromQt(typed));
    if (!parsed) {
        Q_EMIT message(toQt(parsed.error().what.text()), false);
        return false;
    }
    measure::Trial trial;
    trial.id = m_document.ids().next<measure::TrialId>();
    trial.at = now();
    trial.from = m_selection.path().from;
    trial.to = m_selection.path().to;
    trial.kind = kindOf(m_selection.path());
    trial.streams = std::max(1, m_selection.path().streams);
    trial.rate = parsed->rate;
    trial.note = fromQt(note.trimmed());
    trial.conditions["typed"] = fromQt(typed.trimmed());
    if (!m_document.records().keepTrials({trial})) return false;
    Q_EMIT message("Kept " + toQt(text::rate(parsed->rate.value)) + " in the logbook", true);
    return true;
}

bool MeasurePresenter::importCsv(const QByteArray& content, const QString& name)
{
    const auto& path = m_selection.path();
    auto trials = measure::importCsv(std::string_view(content.constData(), static_cast<std::size_t>(content.size())),
                                     fromQt(name), m_document.plan(), {path.from, path.to, now()}, m_document.ids());
    if (!trials) {
        Q_EMIT message(toQt(trials.error().message()), false);
        return false;
    }
    const auto count = trials->size();
    if (!m_document.records().keepTrials(std::move(*trials))) return false;
    Q_EMIT message(QString("%1 results imported").arg(count), true);
    return true;
}

std::optional<kb::Band> MeasurePresenter::bandOf(const measure::TrafficQuestion& test) const
{
    measure::Trial trial;
    trial.from = m_selection.path().from;
    trial.to = m_selection.path().to;
    trial.direction = test.direction;
    trial.streams = test.streams;
    return bandOf(trial);
}

std::optional<kb::Band> MeasurePresenter::bandOf(const measure::Trial& trial) const
{
    expect::PathQuestion question = diagnose::questionOf(trial);
    question.protocol = m_selection.path().protocol;
    const auto output =
        expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, question);
    return output && !output->isEmpty() ? std::optional(output->expected) : std::nullopt;
}

std::vector<MeasurePresenter::Row> MeasurePresenter::rows() const
{
    std::vector<Row> rows;
    const auto& path = m_selection.path();
    const expect::Paths paths(m_document.plan(), m_document.knowledge(), m_document.analysis().links);
    std::map<std::pair<measure::Direction, int>, expect::Expectation> expected;
    const auto expectationOf = [&](const measure::Trial& trial) -> const expect::Expectation& {
        const auto [at, fresh] = expected.try_emplace({trial.direction, trial.streams});
        if (!fresh) return at->second;
        expect::PathQuestion question = diagnose::questionOf(trial);
        question.protocol = path.protocol;
        if (auto output = paths.expectation(question)) at->second = std::move(*output);
        return at->second;
    };
    for (const measure::Trial& trial : m_document.records().trials()) {
        if (trial.from != path.from || trial.to != path.to || trial.kind != kindOf(path)) continue;
        constexpr const char* kWays[] = {"forward", "reverse", "both ways"};
        QString how = trial.kind == measure::TrialKind::FileCopy ? QString("file copy")
                                                                 : QString("%1 %2, %3")
                                                                       .arg(trial.streams)
                                                                       .arg(trial.streams == 1 ? "stream" : "streams",
                                                                            kWays[static_cast<int>(trial.direction)]);
        if (trial.origin != measure::Origin::Measured) how += ", " + toQt(code(trial.origin));
        const expect::Expectation& toCarry = expectationOf(trial);
        const QString standing =
            toCarry.isEmpty() ? QString() : toQt(diagnose::text(diagnose::standing(measure::eachWay(trial), toCarry)));
        rows.push_back({momentText(trial.at), how, toQt(text::rate(trial.rate.value)),
                        toQt(text::byteRate(trial.rate.value)), standing, toQt(trial.note), trial.id});
    }
    std::reverse(rows.begin(), rows.end());
    return rows;
}

}  // namespace sokudo::app
