// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/cable_test_presenter.h"

#include <algorithm>

#include <QDate>

#include "app/qt_text.h"
#include "core/buy/parts.h"
#include "core/kb/reach_rows.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {

CableTestPresenter::CableTestPresenter(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    reset();
    connect(&document, &Document::planChanged, this, [this] {
        if (m_chosen.isSet() && !m_document.plan().runs.has(m_chosen)) {
            m_chosen = {};
            reset();
        }
        Q_EMIT changed();
    });
}

void CableTestPresenter::reset()
{
    for (int pin = 1; pin <= 8; ++pin) m_map.far[static_cast<std::size_t>(pin)] = pin;
    m_typed.clear();
    m_map.shorts.clear();
    m_map.hasScreen.reset();
    m_evidence = {};
    m_evidence.nearEnd = m_evidence.farEnd = "jack";
}

std::vector<CableTestPresenter::Row> CableTestPresenter::rows() const
{
    std::vector<Row> all;
    const plan::Plan& plan = m_document.plan();
    for (const plan::Run& run : plan.runs) {
        const auto* medium = m_document.knowledge().find<kb::Medium>(run.medium);
        if (!medium || medium->kind != kb::MediumKind::TwistedPair || buy::isLead(plan, run, m_document.knowledge()))
            continue;
        Row row{run.id, toQt(run.label.empty() ? run.medium : run.label)};
        const auto end = [&](plan::PortId port) {
            return port.isSet() ? toQt(plan::portText(plan, port)) : QString("an open end");
        };
        row.ends = end(run.a) + " – " + end(run.b);
        row.isTested = !run.wireMap.empty();
        row.isBad = row.isTested && run.wireMap != "good";
        const auto* fault = m_document.knowledge().find<kb::WireFault>(run.wireMap);
        row.state = !row.isTested ? QString("not tested") : fault ? toQt(fault->name) : toQt(run.wireMap);
        all.push_back(std::move(row));
    }
    std::stable_sort(all.begin(), all.end(), [](const Row& a, const Row& b) { return a.isTested < b.isTested; });
    return all;
}

QString CableTestPresenter::progress() const
{
    const auto all = rows();
    const auto tested = std::count_if(all.begin(), all.end(), [](const Row& row) { return row.isTested; });
    return QString("%1 of %2 tested").arg(tested).arg(all.size());
}

void CableTestPresenter::choose(plan::RunId run)
{
    m_chosen = run;
    reset();
    Q_EMIT changed();
}

void CableTestPresenter::setFar(int pin, int far)
{
    m_map.far[static_cast<std::size_t>(pin)] = far;
    m_typed.insert(pin);
    Q_EMIT changed();
}

void CableTestPresenter::setAllStraight()
{
    for (int pin = 1; pin <= 8; ++pin) {
        m_map.far[static_cast<std::size_t>(pin)] = pin;
        m_typed.insert(pin);
    }
    Q_EMIT changed();
}

QString CableTestPresenter::keptState() const
{
    for (const Row& row : rows())
        if (row.run == m_chosen && row.isTested) return row.state;
    return {};
}

QString CableTestPresenter::setShorts(const QString& line)
{
    // The reader of whole lines checks them; the map around them is straight.
    const auto read = cabletest::wireMapOf("1-1 2-2 3-3 4-4 5-5 6-6 7-7 8-8 " + line.trimmed().toStdString());
    if (!read) return toQt(read.error().message());
    m_map.shorts = read->shorts;
    m_map.hasScreen = read->hasScreen;
    Q_EMIT changed();
    return {};
}

void CableTestPresenter::setCrosstalk(bool fails)
{
    m_evidence.failsCrosstalk = fails;
    Q_EMIT changed();
}

void CableTestPresenter::setEnds(const std::string& near, const std::string& far)
{
    m_evidence.nearEnd = near;
    m_evidence.farEnd = far;
    Q_EMIT changed();
}

QString CableTestPresenter::problem() const
{
    const auto read = cabletest::wireMapOf(cabletest::lineOf(m_map));
    return read ? QString() : toQt(read.error().message());
}

cabletest::MapVerdict CableTestPresenter::verdict() const
{
    return cabletest::judgeMap(m_map, m_evidence, m_document.knowledge());
}

bool CableTestPresenter::keep()
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    if (!run || !isWhole() || !problem().isEmpty()) return false;
    plan::Run tested = *run;
    tested.wireMap = verdict().id;
    plan::CableTest test;
    test.id = m_document.ids().next<plan::CableTestId>();
    test.run = m_chosen;
    test.on = host::today();
    test.name = fromQt(runName()) + " " + test.on + " wire map";
    test.grade = "wire-map";
    test.wireMap = cabletest::lineOf(m_map);
    test.outcome = verdict().faults.empty() ? plan::TestOutcome::Passed : plan::TestOutcome::Failed;
    auto next = plan::edits::putRun(m_document.plan(), tested);
    if (next) next = plan::edits::putRecord(*next, std::move(test));
    return m_document.edit(QString("Wire map of %1: %2").arg(runName(), toQt(cabletest::lineOf(m_map))), next);
}

QString CableTestPresenter::runName() const
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    return run ? toQt(run->label.empty() ? run->medium : run->label) : QString();
}

QString CableTestPresenter::nearName() const
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    return run && run->a.isSet() ? toQt(plan::portText(m_document.plan(), run->a)) : QString("near end");
}

QString CableTestPresenter::farName() const
{
    const plan::Run* run = m_document.plan().runs.find(m_chosen);
    return run && run->b.isSet() ? toQt(plan::portText(m_document.plan(), run->b)) : QString("far end");
}

}  // namespace sokudo::app
