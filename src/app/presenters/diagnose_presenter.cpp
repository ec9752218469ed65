// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/diagnose_presenter.h"

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/diagnose/band_position.h"
#include "core/kb/cause_rows.h"

namespace sokudo::app {
namespace {

/// The fix, and what it costs the house.
QString fixText(const kb::Cause& cause)
{
    return cause.house.empty() ? toQt(cause.fix) : toQt(cause.fix) + " (" + toQt(cause.house) + ")";
}

QString sentenceCase(QString text)
{
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

}  // namespace

DiagnosePresenter::DiagnosePresenter(Document& document, Selection& selection, HostSource hosts, QObject* parent)
    : QObject(parent), m_document(document), m_selection(selection), m_hosts(std::move(hosts))
{
    connect(&document, &Document::analysisChanged, this, &DiagnosePresenter::refresh);
    connect(&document, &Document::recordChanged, this, &DiagnosePresenter::refresh);
    connect(&selection, &Selection::pathChanged, this, &DiagnosePresenter::refresh);
    refresh();
}

void DiagnosePresenter::refresh()
{
    const auto& path = m_selection.path();
    const auto kind =
        path.traffic == expect::Traffic::FileCopy ? measure::TrialKind::FileCopy : measure::TrialKind::Memory;
    m_trial.reset();
    m_inquiry.reset();
    m_userAnswers = {};
    for (const measure::Trial& trial : m_document.records().trials())
        if (trial.from == path.from && trial.to == path.to && trial.kind == kind) m_trial = trial;
    if (m_trial) {
        m_userAnswers = m_document.records().userAnswersOf(*m_trial);
        m_inquiry = diagnose::inquire(
            m_document.plan(), m_document.knowledge(), m_document.analysis(), *m_trial,
            {m_document.records().trials(), m_document.records().entries(), m_snapshots, m_userAnswers});
    }
    Q_EMIT changed();
}

QString DiagnosePresenter::heading() const
{
    const plan::Device* from = m_document.plan().devices.find(m_selection.path().from);
    const plan::Device* to = m_document.plan().devices.find(m_selection.path().to);
    if (!from || !to) return "Pick two hosts";
    const QString ends = toQt(from->name) + " → " + toQt(to->name);
    if (!m_inquiry || !m_inquiry->stand) return ends;
    if (m_inquiry->stand->isSlow()) return "Why is " + ends + " slow?";
    if (m_inquiry->stand->at == diagnose::BandPosition::Impossible) return "How can " + ends + " be so fast?";
    return ends + " is as fast as expected";
}

QString DiagnosePresenter::sentence() const
{
    if (!m_inquiry) return "No measurement of this path yet. Measure it first (Alt+5).";
    QString result;
    if (m_inquiry->expected) {
        const auto& band = m_inquiry->expected->expected;
        result =
            QString("Expected %1 to %2, typically %3. ")
                .arg(toQt(text::rate(band.low, 3)), toQt(text::rate(band.high, 3)), toQt(text::rate(band.typical, 3)));
    } else {
        result = toQt(m_inquiry->whyNoExpectation) + ". ";
    }
    result += QString("Measured %1, %2")
                  .arg(toQt(text::rate(m_trial->rate.value, 3)), toQt(measure::momentText(m_trial->at)));
    return result + (m_inquiry->stand ? QString(": %1.").arg(toQt(diagnose::text(*m_inquiry->stand))) : QString("."));
}

std::vector<EvidenceRow> DiagnosePresenter::evidence() const
{
    std::vector<EvidenceRow> rows;
    if (!m_inquiry) return rows;
    // What moves belief most stands first: its greatest weight on any of the leading causes.
    std::map<std::string, double> effect;
    for (std::size_t i = 0; i < std::min<std::size_t>(5, m_inquiry->diagnosis.causes.size()); ++i)
        for (const auto& weight : m_inquiry->diagnosis.causes[i].belief.weights)
            effect[weight.flag] = std::max(effect[weight.flag], std::abs(weight.nats));
    for (const auto& [flag, seen] : m_inquiry->diagnosis.evidence) {
        const kb::Flag* known = m_document.knowledge().find<kb::Flag>(flag);
        QString text = toQt(seen.text);
        if (text.isEmpty() && known) text = (seen.present ? QString() : QString("not so: ")) + toQt(known->trueWhen);
        rows.push_back({sentenceCase(text), toQt(word(seen.witness)), seen.present, flag,
                        seen.witness == diagnose::Witness::Told, false});
    }
    for (const std::string& flag : m_userAnswers.unsure)
        if (const kb::Flag* known = m_document.knowledge().find<kb::Flag>(flag))
            rows.push_back({sentenceCase(toQt(known->trueWhen)), "not sure", false, flag, true, true});
    std::stable_sort(rows.begin(), rows.end(), [&](const EvidenceRow& a, const EvidenceRow& b) {
        if (a.told != b.told) return a.told;
        return effect[a.flag] > effect[b.flag];
    });
    return rows;
}

QStringList DiagnosePresenter::ruledOut() const
{
    QStringList lines;
    if (m_inquiry)
        for (const text::Sentence& line : diagnose::ruledOutLines(m_inquiry->diagnosis)) lines << toQt(line.text());
    return lines;
}

std::vector<CauseRow> DiagnosePresenter::causes(std::size_t most) const
{
    std::vector<CauseRow> rows;
    if (!m_inquiry) return rows;
    double rest = 0;
    std::size_t others = 0;
    for (const auto& likely : m_inquiry->diagnosis.causes) {
        if (rows.size() >= most) {
            rest += likely.belief.share;
            ++others;
            continue;
        }
        QStringList reasons;
        const diagnose::Reason* best = nullptr;
        const diagnose::Reason* worst = nullptr;
        for (const auto& reason : likely.reasons) {
            if (reason.speaksFor && !best) best = &reason;
            if (!reason.speaksFor && !worst) worst = &reason;
        }
        if (best) reasons << "for it: " + toQt(best->text);
        if (worst) reasons << "against: " + toQt(worst->text);
        rows.push_back({toQt(likely.belief.cause->title),
                        QString("%1 %").arg(100 * likely.belief.share, 0, 'f', likely.belief.share < 0.1 ? 1 : 0),
                        reasons.join("; "), fixText(*likely.belief.cause),
                        toQt(diagnose::cautionText(m_document.knowledge(), likely.belief.cause->caution)),
                        likely.belief.share, likely.belief.cause->id});
    }
    if (others > 0)
        rows.push_back(
            {QString("%1 others").arg(others), QString("%1 %").arg(100 * rest, 0, 'f', 0), {}, {}, {}, rest, {}});
    return rows;
}

std::vector<NextRow> DiagnosePresenter::next(std::size_t most) const
{
    std::vector<NextRow> rows;
    if (!m_inquiry) return rows;
    for (const auto& next : m_inquiry->diagnosis.next) {
        if (rows.size() >= most) break;
        NextRow row;
        row.title = sentenceCase(toQt(next.check->title));
        row.cost = QString("%1%2min").arg(toQt(text::number(next.check->minutes)), toQt(text::kThin)) +
                   (next.check->cost > 0 ? QString(", costs %1").arg(moneyText(next.check->cost)) : QString(", free"));
        row.gain = next.bits >= 0.5   ? QString("decides a lot")
                   : next.bits >= 0.2 ? QString("helps")
                                      : QString("a little");
        row.gain += QString(" (%1%2bit)").arg(toQt(text::number(next.bits, 2)), toQt(text::kThin));
        row.caution = toQt(diagnose::cautionText(m_document.knowledge(), next.check->caution));
        row.house = toQt(next.check->house);
        row.canRead = next.check->by == kb::CheckBy::Read;
        row.canMeasure = next.check->by == kb::CheckBy::Measure;
        for (const std::string& id : next.check->flags) {
            const kb::Flag* flag = m_document.knowledge().find<kb::Flag>(id);
            if (flag && !m_inquiry->diagnosis.evidence.contains(id) && !m_userAnswers.unsure.contains(id))
                row.questions.push_back({id, sentenceCase(toQt(flag->trueWhen))});
        }
        rows.push_back(std::move(row));
    }
    return rows;
}

QStringList DiagnosePresenter::tried() const
{
    QStringList result;
    const auto& path = m_selection.path();
    for (const measure::Trial& trial : m_document.records().trials()) {
        if (trial.from != path.from || trial.to != path.to) continue;
        constexpr const char* kWays[] = {"", " back", " both ways"};
        const QString what =
            trial.kind == measure::TrialKind::FileCopy
                ? QString("copy")
                : QString("%1 %2%3")
                      .arg(trial.streams)
                      .arg(trial.streams == 1 ? "stream" : "streams", kWays[static_cast<int>(trial.direction)]);
        result << QString("%1  %2, %3").arg(momentText(trial.at).mid(11), toQt(text::rate(trial.rate.value, 3)), what);
    }
    return result.size() > 4 ? result.mid(result.size() - 4) : result;
}

void DiagnosePresenter::answer(const std::string& flag, bool present)
{
    m_document.records().answer(m_selection.path().from, m_selection.path().to, flag, present);
}

void DiagnosePresenter::cannotTell(const std::string& flag)
{
    m_document.records().answer(m_selection.path().from, m_selection.path().to, flag, false, true);
}

void DiagnosePresenter::fixFailed(const std::string& cause)
{
    m_document.records().answer(m_selection.path().from, m_selection.path().to, cause, true);
}

std::vector<CauseRow> DiagnosePresenter::struckOff() const
{
    std::vector<CauseRow> rows;
    for (const std::string& id : m_userAnswers.failed)
        if (const kb::Cause* cause = m_document.knowledge().find<kb::Cause>(id))
            rows.push_back({toQt(cause->title), {}, {}, toQt(cause->fix), {}, 0, id});
    return rows;
}

bool DiagnosePresenter::isFine() const
{
    return m_inquiry && m_inquiry->stand && !m_inquiry->stand->isSlow() &&
           m_inquiry->stand->at != diagnose::BandPosition::Impossible;
}

void DiagnosePresenter::readHosts()
{
    struct End {
        plan::DeviceId id;
        QString name;
        std::shared_ptr<measure::HostReader> reader;
        std::optional<Result<measure::HostSnapshot>> read;
    };
    std::vector<End> ends;
    for (plan::DeviceId id : {m_selection.path().from, m_selection.path().to})
        if (const plan::Device* device = m_document.plan().devices.find(id))
            ends.push_back({id, toQt(device->name), m_hosts ? m_hosts(device->name) : nullptr, {}});
    const auto readAll = [ends](const std::atomic<bool>& isStopped) mutable {
        for (End& end : ends)
            if (end.reader && !isStopped) end.read = end.reader->read();
        return ends;
    };
    m_reading.start(*this, readAll, [this](std::vector<End> read) {
        QStringList said;
        for (End& end : read) {
            if (!end.read) said << end.name + " cannot be read from here";
            else if (!*end.read) said << toQt(end.read->error().message());
            else {
                said << end.name + " read";
                m_snapshots[end.id] = std::move(**end.read);
            }
        }
        refresh();
        Q_EMIT hostsRead(said.join("; "));
    });
}

QString DiagnosePresenter::conclusion() const
{
    if (!m_inquiry || m_inquiry->diagnosis.causes.empty()) return {};
    return toQt(diagnose::conclusion(*m_inquiry, *m_trial, m_document.plan()));
}

bool DiagnosePresenter::keepConclusion()
{
    const QString text = conclusion();
    return !text.isEmpty() && m_document.records().writeDiagnosis(text, m_trial->id);
}

}  // namespace sokudo::app
