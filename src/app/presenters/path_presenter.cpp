// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/path_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/diagnose/band_position.h"
#include "core/diagnose/inquiry.h"
#include "core/report/project_report.h"

namespace sokudo::app {
namespace {

/// Whether the figures may be passed.
QString hardText(const expect::Stage& stage)
{
    return stage.hard ? QString(". Hard ceiling: %1").arg(toQt(text::rate(*stage.hard, 3)))
                      : QString(". An estimate: it may be exceeded");
}

}  // namespace

PathPresenter::PathPresenter(Document& document, Selection& selection, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_try(document),
      m_rows({{"Stage",
               [](const Row& row, int role) -> QVariant {
                   if (role == Qt::DisplayRole) return row.binds ? row.name + " (limit)" : row.name;
                   if (role == kMarkRole) return static_cast<int>(row.binds ? Verdict::Limited : Verdict::Fits);
                   if (role == Qt::AccessibleTextRole)
                       return QString("%1: typically %2, %3 to %4. %5")
                           .arg(row.name, row.typical, row.low, row.high, row.working);
                   return {};
               }},
              {"Low",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.low) : QVariant();
               }},
              {"Typical",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.typical) : QVariant();
               }},
              {"High",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.high) : QVariant();
               }},
              {"Working",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.working) : QVariant();
               }},
              {"Source",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.source) : QVariant();
               }}},
             this)
{
    connect(&m_try, &StageTry::changed, this, &PathPresenter::fillBore);
    connect(&document, &Document::analysisChanged, this, &PathPresenter::refresh);
    connect(&document, &Document::recordChanged, this, &PathPresenter::refresh);
    connect(&selection, &Selection::pathChanged, this, &PathPresenter::refresh);
    pickFirstPath();
    refresh();
}

/// The path of the newest result, else the first two hosts.
void PathPresenter::pickFirstPath()
{
    if (m_selection.path().from.isSet()) return;
    expect::PathQuestion question;
    if (!m_document.records().trials().empty()) {
        const measure::Trial& newest = m_document.records().trials().back();
        question.from = newest.from;
        question.to = newest.to;
    } else if (const auto known = hosts(); known.size() >= 2) {
        question.from = known[0].id;
        question.to = known[1].id;
    }
    m_selection.setPath(question);
}

std::vector<PathPresenter::Host> PathPresenter::hosts() const
{
    std::vector<Host> hosts, others;
    for (const plan::Device& device : m_document.plan().devices) {
        if (plan::isPassive(device.role)) continue;
        (plan::isHost(device.role) ? hosts : others).push_back({device.id, toQt(device.name)});
    }
    const auto byName = [](const Host& a, const Host& b) { return a.name < b.name; };
    std::sort(hosts.begin(), hosts.end(), byName);
    std::sort(others.begin(), others.end(), byName);
    hosts.insert(hosts.end(), others.begin(), others.end());
    return hosts;
}

void PathPresenter::turn()
{
    expect::PathQuestion turned = question();
    std::swap(turned.from, turned.to);
    std::swap(turned.disksFrom, turned.disksTo);
    ask(turned);
}

std::vector<const measure::Trial*> PathPresenter::trials() const
{
    // A reverse run of the other way round is a run of this one.
    std::vector<const measure::Trial*> found;
    for (const measure::Trial& trial : m_document.records().trials()) {
        const expect::PathQuestion asked = diagnose::questionOf(trial);
        const bool ends = asked.from == question().from && asked.to == question().to,
                   turned = asked.from == question().to && asked.to == question().from;
        if ((ends || (turned && asked.bothWays)) && asked.traffic == question().traffic &&
            asked.bothWays == question().bothWays)
            found.push_back(&trial);
    }
    return found;
}

const measure::Trial* PathPresenter::newest() const
{
    const auto all = trials();
    return all.empty() ? nullptr : all.back();
}

void PathPresenter::refresh()
{
    m_expectation.reset();
    m_problem.clear();
    auto result =
        expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, question());
    if (result) m_expectation = std::move(*result);
    else m_problem = toQt(result.error().message());
    m_try.of(m_expectation ? &*m_expectation : nullptr, question(), m_problem);
    fillBore();
}

void PathPresenter::fillBore()
{
    m_bore = {};
    std::vector<Row> rows;
    if (const expect::Expectation* path = shown()) {
        m_bore.stages = path->stages;
        if (!path->isEmpty()) m_bore.expected = path->expected;
        m_bore.binding = path->binding;
        for (std::size_t i = 0; i < path->stages.size(); ++i) {
            const expect::Stage& stage = path->stages[i];
            rows.push_back(
                {toQt(stage.name), toQt(text::rate(stage.carries.low, 3)), toQt(text::rate(stage.carries.typical, 3)),
                 toQt(text::rate(stage.carries.high, 3)), toQt(stage.working) + hardText(stage) + ownCeilingText(stage),
                 toQt(m_document.knowledge().citation(stage.from.source)) + ", " + toQt(code(stage.from.certainty)),
                 i == path->binding});
        }
    }
    m_rows.setRows(std::move(rows));
    constexpr std::size_t kEarlier = 5;
    const auto all = trials();
    for (std::size_t i = all.size(); i > 0 && m_bore.earlier.size() < kEarlier; --i) {
        if (i == all.size()) m_bore.measured = measure::eachWay(*all[i - 1]);
        else m_bore.earlier.push_back(measure::eachWay(*all[i - 1]));
    }
    fillOther();
    Q_EMIT changed();
}

QStringList PathPresenter::disksOf(plan::DeviceId id) const
{
    QStringList result;
    const plan::Device* device = m_document.plan().devices.find(id);
    if (!device || question().traffic != expect::Traffic::FileCopy) return result;
    for (const plan::DiskGroup& group : device->disks)
        result << (group.name.empty() ? QString("%1 × %2 %3").arg(group.count).arg(toQt(group.kind), toQt(group.level))
                                      : toQt(group.name))
                      .trimmed();
    return result;
}

/// What this machine moved in a test with itself; empty: it was not tested so.
QString PathPresenter::ownCeilingText(const expect::Stage& stage) const
{
    const measure::Trial* own = stage.kind == expect::StageKind::Processor
                                    ? measure::ownCeiling(m_document.records().trials(), stage.device)
                                    : nullptr;
    return own ? QString(". Measured with itself: %1, %2")
                     .arg(toQt(text::rate(measure::eachWay(*own).value, 3)), toQt(measure::momentText(own->at)))
               : QString();
}

QString PathPresenter::title() const
{
    return toQt(report::pathTitle(m_document.plan(), question().from, question().to, question().traffic));
}

QString PathPresenter::sentence() const
{
    if (!m_expectation) return m_problem;
    QString result = toQt(report::expectationSentence(*shown()));
    QStringList missing;
    for (const auto& one : m_expectation->missing) missing << toQt(one.what);
    if (!missing.isEmpty()) result += QString(". Not known: %1").arg(missing.join(", "));
    return result;
}

QString PathPresenter::notes() const
{
    QStringList result;
    if (shown())
        for (const text::Sentence& note : shown()->notes) result << toQt(note);
    return result.join(". ");
}

QString PathPresenter::measuredText() const
{
    const measure::Trial* trial = newest();
    return trial ? QString("last measured %1%2")
                       .arg(toQt(text::rate(measure::eachWay(*trial).value, 3)), question().bothWays ? " each way" : "")
                 : QString();
}

QString PathPresenter::standingText() const
{
    const measure::Trial* trial = newest();
    if (!trial || !m_expectation) return {};
    return toQt(diagnose::text(diagnose::standing(measure::eachWay(*trial), *m_expectation)));
}

}  // namespace sokudo::app
