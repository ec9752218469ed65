// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/wire_map_pane.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QSignalBlocker>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/build_rows.h"
#include "core/kb/rule_rows.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"
#include "ui/widgets/wire_map_view.h"

namespace sokudo::ui {

using app::toQt;

namespace {

QComboBox* ends(const kb::KnowledgeBase& kb, const char* name)
{
    auto* box = new QComboBox;
    box->setAccessibleName(name);
    for (const kb::EndKind& row : kb.all<kb::EndKind>()) {
        box->addItem(toQt(row.id), toQt(row.id));
        box->setItemData(box->count() - 1, toQt(row.name), Qt::ToolTipRole);
    }
    box->setCurrentIndex(std::max(0, box->findData("jack")));
    return box;
}

/// The first letter large, as a sentence begins.
QString begun(const text::Sentence& sentence)
{
    QString words = toQt(sentence);
    if (!words.isEmpty()) words[0] = words[0].toUpper();
    return words;
}

/// Pairs laid side by side, as whoever splits a pair does: what then shows at the pins.
QStringList sideBySide(const QStringList& scheme)
{
    QStringList colours = scheme;
    if (colours.size() == 8) std::swap(colours[3], colours[5]);
    return colours;
}

}  // namespace

WireMapPane::WireMapPane(app::CableTestPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    m_runs = new ScrollColumn(18, 6);
    m_side = new ScrollColumn(18, 6);
    QWidget *runs = sidePanel(m_runs), *side = sidePanel(m_side);
    if (isVeryLarge()) {
        // Side by side they would leave each other no room.
        auto* below = new ScrollColumn(0, 0);
        runs->setFixedHeight(scaled(130));
        side->setFixedHeight(scaled(260));
        for (QWidget* part : {runs, middle(), side}) below->rows().addWidget(part);
        all->addWidget(below);
    } else {
        all->addWidget(runs, 4);
        all->addWidget(middle(), 9);
        all->addWidget(side, 5);
    }
    connect(&presenter, &app::CableTestPresenter::changed, this, &WireMapPane::refresh);
    refresh();
}

QWidget* WireMapPane::middle()
{
    auto* holder = new QWidget;
    auto* rows = column(holder, 0, 8);
    rows->setContentsMargins(20, 14, 20, 10);
    m_title = label("", "title", true);
    rows->addWidget(m_title);
    m_says = label("", "", true);
    rows->addWidget(m_says);
    m_view = new WireMapView;
    rows->addWidget(m_view);
    rows->addLayout(pins());
    rows->addLayout(evidence());
    m_problem = label("", "bad", true);
    rows->addWidget(m_problem);
    m_keep = button("Keep this result with the run", "main", [this] { m_presenter.keep(); });
    rows->addWidget(m_keep);
    rows->addStretch(1);
    return holder;
}

QLayout* WireMapPane::pins()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(label("Pins 1 to 8 come out at"));
    for (int pin = 1; pin <= 8; ++pin) {
        auto* field = new QLineEdit;
        field->setMaxLength(1);
        field->setFixedWidth(scaled(36));
        field->setAlignment(Qt::AlignCenter);
        field->setFont(typeface(Face::Figure, 16));
        field->setAccessibleName(QString("Pin %1 comes out at").arg(pin));
        field->installEventFilter(this);
        connect(field, &QLineEdit::textEdited, this, [this, pin](const QString& text) { typed(pin, text); });
        m_far[static_cast<std::size_t>(pin - 1)] = field;
        row->addWidget(field);
    }
    row->addWidget(label("x: open", "soft"));
    row->addWidget(button("All straight", "quiet", [this] { m_presenter.setAllStraight(); }));
    row->addStretch(1);
    return row;
}

QLayout* WireMapPane::evidence()
{
    auto* rows = new QVBoxLayout;
    auto* first = new QHBoxLayout;
    first->addWidget(label("Pins that touch"));
    m_shorts = new QLineEdit;
    m_shorts->setPlaceholderText("none; such as 4=5");
    m_shorts->setAccessibleName("Pins that touch");
    connect(m_shorts, &QLineEdit::editingFinished, this,
            [this] { m_problem->setText(m_presenter.setShorts(m_shorts->text())); });
    first->addWidget(m_shorts, 1);
    m_crosstalk = new QCheckBox("Crosstalk fails, or the tester says split");
    connect(m_crosstalk, &QCheckBox::toggled, this, [this](bool on) { m_presenter.setCrosstalk(on); });
    first->addWidget(m_crosstalk);
    rows->addLayout(first);
    auto* second = new QHBoxLayout;
    second->addWidget(label("Colours by"));
    m_scheme = new QComboBox;
    m_scheme->addItems({"T568B", "T568A"});
    m_scheme->setAccessibleName("Wiring scheme");
    connect(m_scheme, &QComboBox::currentIndexChanged, this, &WireMapPane::showMap);
    second->addWidget(m_scheme);
    m_near = ends(m_presenter.knowledge(), "Near end");
    m_farEnd = ends(m_presenter.knowledge(), "Far end");
    for (QComboBox* box : {m_near, m_farEnd})
        connect(box, &QComboBox::activated, this, [this] {
            m_presenter.setEnds(m_near->currentData().toString().toStdString(),
                                m_farEnd->currentData().toString().toStdString());
        });
    second->addWidget(label("Near end"));
    second->addWidget(m_near, 1);
    second->addWidget(label("Far end"));
    second->addWidget(m_farEnd, 1);
    rows->addLayout(second);
    return rows;
}

/// Backspace in an empty field, and the arrows, go to the field beside it.
bool WireMapPane::eventFilter(QObject* of, QEvent* event)
{
    if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(of, event);
    const auto at = std::find(m_far.begin(), m_far.end(), of);
    if (at == m_far.end()) return QWidget::eventFilter(of, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    const bool isBack = key == Qt::Key_Left || (key == Qt::Key_Backspace && (*at)->text().isEmpty());
    if (isBack && at != m_far.begin()) (*(at - 1))->setFocus();
    else if (key == Qt::Key_Right && at + 1 != m_far.end()) (*(at + 1))->setFocus();
    else return QWidget::eventFilter(of, event);
    return true;
}

void WireMapPane::typed(int pin, const QString& text)
{
    const QString small = text.trimmed().toLower();
    if (small.isEmpty()) return;
    const int far = small.toInt();
    const bool isOpen = small == "x" || small == "o" || small == "0";
    if (!isOpen && (far < 1 || far > 8)) {
        m_problem->setText("A pin comes out at 1 to 8, or at x for nowhere.");
        return;
    }
    m_presenter.setFar(pin, isOpen ? cabletest::kOpen : far);
    if (pin < 8) {
        m_far[static_cast<std::size_t>(pin)]->setFocus();
        m_far[static_cast<std::size_t>(pin)]->selectAll();
    }
}

void WireMapPane::refresh()
{
    for (int pin = 1; pin <= 8; ++pin) {
        const int far = m_presenter.map().far[static_cast<std::size_t>(pin)];
        m_far[static_cast<std::size_t>(pin - 1)]->setText(!m_presenter.isTyped(pin) ? QString()
                                                          : far == cabletest::kOpen ? QString("x")
                                                                                    : QString::number(far));
    }
    {
        const QSignalBlocker quiet(m_crosstalk);
        m_crosstalk->setChecked(m_presenter.evidence().failsCrosstalk);
    }
    if (!m_shorts->hasFocus()) {
        QStringList shorts;
        for (const cabletest::Short& one : m_presenter.map().shorts) shorts << QString("%1=%2").arg(one.a).arg(one.b);
        m_shorts->setText(shorts.join(" "));
    }
    fillRuns();
    fillVerdict();
    showMap();
}

void WireMapPane::showMap()
{
    WireMapView::Content content;
    content.map = m_presenter.map();
    content.isSplit = m_presenter.isWhole() && m_presenter.verdict().id == "split";
    content.nearName = m_presenter.nearName();
    content.farName = m_presenter.farName();
    for (const kb::Pin& pin : m_presenter.knowledge().all<kb::Pin>())
        content.near << toQt(m_scheme->currentIndex() == 0 ? pin.t568b : pin.t568a);
    if (content.isSplit) content.near = sideBySide(content.near);
    content.far = content.near;
    m_view->setContent(std::move(content));
}

void WireMapPane::fillRuns()
{
    auto& rows = m_runs->rows();
    clear(&rows);
    const auto all = m_presenter.rows();
    rows.addWidget(
        label(all.empty() ? QString("No twisted pair is laid yet: add runs in Survey") : m_presenter.progress(),
              "heading", true));
    for (const app::CableTestPresenter::Row& one : all) {
        auto* line = new QHBoxLayout;
        line->addWidget(!one.isTested ? new VerdictMark(Verdict::Unknown, "not tested")
                        : one.isBad   ? new VerdictMark(Verdict::NoLink, "failed")
                                      : new VerdictMark(Verdict::Fits, "passed"));
        auto* link = linkText(one.name + (one.run == m_presenter.chosen() ? " ←" : ""),
                              [this, run = one.run] { m_presenter.choose(run); });
        link->setAccessibleName("Test " + one.name);
        line->addWidget(link, 1);
        rows.addLayout(line);
        rows.addWidget(label(one.state + ", " + one.ends, "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

/// Nothing is judged before all eight pins are there.
void WireMapPane::notWhole()
{
    const QString run = m_presenter.runName(), kept = m_presenter.keptState();
    m_problem->clear();
    m_keep->setEnabled(false);
    m_title->setText(run.isEmpty()    ? QString("Fill in what the tester shows")
                     : kept.isEmpty() ? run + ": not tested"
                                      : run + ": " + kept + ", as kept");
    m_says->setText("Type where each of the eight pins comes out; the picture shows a straight cable until then.");
    m_side->rows().addStretch(1);
}

void WireMapPane::fillVerdict()
{
    auto& rows = m_side->rows();
    clear(&rows);
    const QString run = m_presenter.runName();
    if (!m_presenter.isWhole()) return notWhole();
    const QString problem = m_presenter.problem();
    m_problem->setText(problem);
    m_keep->setEnabled(problem.isEmpty() && m_presenter.chosen().isSet());
    m_keep->setToolTip(m_presenter.chosen().isSet() ? QString() : QString("Choose a run at the left first"));
    const cabletest::MapVerdict found = m_presenter.verdict();
    m_title->setText(run.isEmpty() ? begun(found.name) : run + ": " + toQt(found.name));
    QStringList says;
    for (const cabletest::MapFault& one : found.faults) says << begun(one.says);
    m_says->setText(says.isEmpty()
                        ? QString("A map proves that the wires arrive, no rate: a split pair looks the same.")
                        : says.join(". "));
    rows.addWidget(label("What each rate makes of it", "heading"));
    for (const cabletest::RateEffect& one : found.effects) {
        auto* line = new QHBoxLayout;
        line->addWidget(new VerdictMark(one.verdict));
        line->addWidget(label(toQt(text::linkRate(one.asked)), "figure"));
        line->addWidget(label(!one.left               ? toQt(word(one.verdict))
                              : *one.left < one.asked ? toQt(text::linkRate(*one.left)) + " is left"
                                                      : toQt(word(one.verdict)),
                              "soft", true),
                        1);
        rows.addLayout(line);
    }
    rows.addWidget(label("Power over Ethernet: " + toQt(found.power), "", true));
    if (!found.faults.empty()) {
        rows.addWidget(label("Which end", "heading"));
        rows.addWidget(label(toQt(found.why), "", true));
        rows.addWidget(label("Do this", "heading"));
        int number = 0;
        for (const text::Sentence& one : found.next)
            rows.addWidget(label(QString("%1. %2").arg(++number).arg(toQt(one)), "", true));
        if (const auto* caution = m_presenter.knowledge().find<kb::Caution>("plate"))
            rows.addWidget(label(toQt(caution->text), "caution", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

}  // namespace sokudo::ui
