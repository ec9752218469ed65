// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/house_pane.h"

#include <QApplication>
#include <QComboBox>
#include <QFormLayout>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QResizeEvent>
#include <QScrollArea>
#include <QTimer>

#include "app/qt_text.h"
#include "ui/pages/agent_form.h"
#include "ui/pages/inspector_view.h"
#include "ui/pages/survey_forms.h"
#include "ui/paper/drawing_paper.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

HousePane::HousePane(app::SurveyPresenter& presenter, std::function<QWidget*()> makePath, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_makePath(std::move(makePath))
{
    auto* all = column(this, 0, 0);
    auto* top = new QHBoxLayout;
    top->setSpacing(0);
    auto* left = new QVBoxLayout;
    left->setSpacing(0);
    m_house = new HouseView;
    left->addLayout(tools());
    auto* scroll = new QScrollArea;
    scroll->setWidget(m_house);
    scroll->setWidgetResizable(true);
    left->addWidget(scroll, 1);
    top->addLayout(left, 1);
    m_inspector = new QScrollArea;
    m_inspector->setWidgetResizable(true);
    m_inspector->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* panel = frame("panel");
    auto* inside = column(panel, 0, 0);
    inside->addWidget(m_inspector);
    top->addWidget(panel);
    all->addLayout(top, 1);
    auto* foot = frame("foot");
    auto* footColumn = column(foot, 0, 4);
    footColumn->setContentsMargins(16, 8, 16, 8);
    m_foot = new QHBoxLayout;
    m_foot->setSpacing(18);
    footColumn->addLayout(m_foot);
    all->addWidget(foot);
    m_all = all;

    followHouse();
    refresh();
}

/// What is added, what the drawing tells, how large it is.
QVBoxLayout* HousePane::tools()
{
    auto* rows = new QVBoxLayout;
    rows->setContentsMargins(12, 6, 12, 6);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    rows->addLayout(row);
    // At large text short words keep the row within the window.
    const bool isLarge = scaled(100) > 125;
    const auto tool = [&](const QString& text, const QString& shorter, const std::function<void()>& act) {
        auto* made = button(isLarge ? shorter : text, "", act);
        made->setAccessibleName(text);
        made->setToolTip(tip(text));
        row->addWidget(made);
    };
    tool("Add place", "+ place", [this] { addPlace(); });
    tool("Add device", "+ device", [this] { addDevice(); });
    tool("Add run", "+ run", [this] { addRun(); });
    row->addStretch(1);
    if (isVeryLarge()) {
        tool("This machine", "Read", [this] { readThisMachine(); });
        row = new QHBoxLayout;
        row->setSpacing(6);
        rows->addLayout(row);
    }
    m_layer = new QComboBox;
    m_layer->setAccessibleName("What the drawing shows");
    m_layer->setToolTip("What the drawing shows (L)");
    for (int i = 0; i < kHouseLayers; ++i) m_layer->addItem("show " + QString(word(static_cast<HouseLayer>(i))));
    connect(m_layer, &QComboBox::activated, this, [this](int at) { m_house->setLayer(static_cast<HouseLayer>(at)); });
    connect(m_house, &HouseView::layerChanged, this,
            [this] { m_layer->setCurrentIndex(static_cast<int>(m_house->layer())); });
    row->addWidget(m_layer);
    auto* smaller = button("−", "", [this] { m_house->setZoom(m_house->zoom() / 1.2); });
    smaller->setAccessibleName("Zoom out");
    auto* larger = button("+", "", [this] { m_house->setZoom(m_house->zoom() * 1.2); });
    larger->setAccessibleName("Zoom in");
    m_zoom = button("100 %", "quiet", [this] { m_house->setZoom(1); });
    m_zoom->setToolTip("Full size (0)");
    auto* fit = button("Fit", "quiet", [this] { m_house->fit(); });
    fit->setToolTip("All of it in the window (F)");
    for (QPushButton* one : {smaller, m_zoom, larger, fit}) row->addWidget(one);
    connect(m_house, &HouseView::zoomed, this, &HousePane::showZoom);
    if (isVeryLarge()) row->addStretch(1);
    else tool("This machine", "Read", [this] { readThisMachine(); });
    return rows;
}

void HousePane::showZoom() { m_zoom->setText(QString("%1 %").arg(qRound(100 * m_house->zoom()))); }

void HousePane::go(const plan::Subject& at)
{
    m_formOpen = false;
    m_presenter.select(at);
    m_house->reveal();
}

void HousePane::exportDrawing(const QString& path) { writeDrawing(*m_house, toQt(m_presenter.plan().name), path); }
void HousePane::print() { printDrawing(*m_house, this); }

void HousePane::followHouse()
{
    connect(m_house, &HouseView::deviceSelected, this, [this](plan::DeviceId id) {
        m_formOpen = false;
        if (id.isSet()) m_presenter.selection().selectDevice(id);
        else m_presenter.selection().clear();
    });
    connect(m_house, &HouseView::runSelected, this, [this](plan::RunId id) {
        m_formOpen = false;
        m_presenter.selection().selectRun(id);
    });
    connect(m_house, &HouseView::portSelected, this, [this](plan::PortId id) {
        m_formOpen = false;
        m_presenter.selection().selectPort(id, m_presenter.plan().ports.find(id)->device);
    });
    connect(m_house, &HouseView::opened, this, &HousePane::editSelected);
    connect(m_house, &HouseView::portsJoined, this, [this](plan::PortId from, plan::PortId to) { addRun(from, to); });
    connect(&m_presenter, &app::SurveyPresenter::changed, this, &HousePane::refresh);
    connect(&m_presenter, &app::SurveyPresenter::selectionChanged, this, &HousePane::showSelection);
}

void HousePane::refresh()
{
    m_house->setContent(m_presenter.house());
    fillFoot();
    showSelection();
}

void HousePane::showSelection()
{
    m_house->setSelection(m_presenter.selection().device(), m_presenter.selection().run(),
                          m_presenter.selection().port());
    // What was found elsewhere is scrolled to; what is pressed in the drawing is seen already.
    const std::pair selected(m_presenter.selection().device(), m_presenter.selection().run());
    if (selected != m_revealed) m_house->reveal();
    m_revealed = selected;
    if (!m_formOpen) showInspector();
}

void HousePane::fillFoot()
{
    clear(m_foot);
    const auto gaps = m_presenter.gaps();
    m_foot->addWidget(label("Next in the survey", "heading"));
    if (const QString advice = m_presenter.emptyAdvice(); !advice.isEmpty()) {
        m_foot->addWidget(label(advice));
        m_foot->addWidget(button(m_presenter.plan().places.empty() ? "Add a place" : "Add a device", "main",
                                 [this] { m_presenter.plan().places.empty() ? addPlace() : addDevice(); }));
    } else if (gaps.empty()) {
        m_foot->addWidget(label("Nothing is missing."));
    }
    // The gravest first, and only as many as one line holds.
    std::vector<Gap> shown = gaps;
    std::stable_sort(shown.begin(), shown.end(), [](const Gap& a, const Gap& b) { return a.verdict > b.verdict; });
    std::size_t count = 0;
    int room = std::max(width(), 640) - scaled(370);  // the heading, the path and what is more stand beside them
    const QFontMetrics metrics(typeface(Face::Text, 13));
    for (const Gap& gap : shown) {
        // The first is always shown, cut to what there is; a hazard never takes the whole line.
        const int most = gap.verdict == Verdict::Unsafe ? scaled(300)
                         : count == 0                   ? std::max(room - 50, scaled(120))
                                                        : room;
        const QString text = metrics.elidedText(toQt(gap.text), Qt::ElideRight, most);
        const int need = metrics.horizontalAdvance(text) + 50;
        if (need > room && count > 0) break;
        room -= need;
        auto* row = new QHBoxLayout;
        row->setSpacing(4);
        row->addWidget(new VerdictMark(gap.verdict));
        auto* jump = button(text, "quiet", [this, gap] { m_presenter.follow(gap); });
        jump->setToolTip(tip(toQt(gap.text)));
        row->addWidget(jump);
        m_foot->addLayout(row);
        ++count;
    }
    m_foot->addStretch(1);
    m_foot->addWidget(
        button(isPathShown() ? "Hide the path" : "Show the path", "quiet", [this] { showPath(!isPathShown()); }));
    if (count < gaps.size()) m_foot->addWidget(label(QString("and %1 more").arg(gaps.size() - count), "soft"));
}

void HousePane::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    // At large text the house keeps two thirds of the window.
    m_inspector->setFixedWidth(std::clamp(isVeryLarge() ? width() * 2 / 5 : width() / 3, 340, scaled(340)));
    if (event->oldSize().width() != event->size().width()) QTimer::singleShot(0, this, &HousePane::fillFoot);
}

void HousePane::showPath(bool shown)
{
    if (!m_path && shown) {
        m_path = m_makePath();
        m_all->addWidget(m_path);
    }
    if (m_path) m_path->setVisible(shown);
    QTimer::singleShot(0, this, &HousePane::fillFoot);  // the button that was pressed is about to go
}

QWidget* HousePane::sections(const app::InspectorContent& content)
{
    return inspectorView(content, m_inspector->width(),
                         {[this](const plan::Subject& at) { go(at); },
                          [this](plan::RunId run) {
                              m_formOpen = false;
                              m_presenter.selection().selectRun(run);
                          },
                          [this](plan::PortId id) {
                              if (const plan::Port* port = m_presenter.plan().ports.find(id))
                                  m_presenter.selection().selectPort(port->id, port->device);
                          },
                          [this](plan::SlotId id) {
                              if (const plan::Slot* slot = m_presenter.plan().slots.find(id))
                                  showForm(slotForm(m_presenter, *slot));
                          }});
}

QWidget* HousePane::actions()
{
    auto* holder = new QWidget;
    auto* grid = new QGridLayout(holder);
    grid->setContentsMargins(0, 12, 0, 8);
    grid->setSpacing(8);
    const auto device = m_presenter.selection().device();
    const auto run = m_presenter.selection().run();
    if (const plan::Port* port = m_presenter.plan().ports.find(m_presenter.selection().port())) {
        delete holder;
        return portActions(*port);
    }
    if (device.isSet()) {
        grid->addWidget(button("Change", "main", [this] { editSelected(); }), 0, 0);
        grid->addWidget(button("Add port", "",
                               [this, device] {
                                   showForm(portForm(m_presenter, plan::Port{{}, device}));
                               }),
                        0, 1);
        grid->addWidget(button("Add slot", "",
                               [this, device] {
                                   showForm(slotForm(m_presenter, plan::Slot{{}, device}));
                               }),
                        0, 2);
        grid->addWidget(button("Run from here", "",
                               [this, device] {
                                   plan::PortId free;
                                   for (const plan::Port* port : plan::portsOf(m_presenter.plan(), device))
                                       if (!free.isSet() && plan::runsAt(m_presenter.plan(), port->id).empty())
                                           free = port->id;
                                   addRun(free);
                               }),
                        1, 0, 1, 2);
        grid->addWidget(button("Duplicate", "", [this, device] { m_presenter.edits().duplicateDevice(device); }), 1, 2);
        grid->addWidget(button("Delete", "", [this] { deleteSelected(); }), 2, 0);
    } else if (run.isSet()) {
        grid->addWidget(button("Change", "main", [this] { editSelected(); }), 0, 0);
        grid->addWidget(button("Delete", "", [this] { deleteSelected(); }), 0, 1);
    } else {
        int row = 0;
        for (const plan::Place& place : m_presenter.plan().places)
            grid->addWidget(button("Change " + toQt(place.name), "quiet",
                                   [this, place] { showForm(placeForm(m_presenter, place)); }),
                            row++, 0, Qt::AlignLeft);
    }
    return holder;
}

QWidget* HousePane::portActions(const plan::Port& port)
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 8);
    auto* row = new QHBoxLayout;
    row->addWidget(button("Change", "main", [this, port] { showForm(portForm(m_presenter, port)); }));
    if (m_presenter.isFree(port.id)) row->addWidget(button("Run from here", "", [this, port] { addRun(port.id); }));
    row->addWidget(button("The device", "", [this, port] { m_presenter.selection().selectDevice(port.device); }));
    row->addStretch(1);
    all->addLayout(row);
    if (m_presenter.isFree(port.id))
        all->addWidget(label("Or click the port at the other end to join the two.", "soft", true));
    return holder;
}

void HousePane::showInspector()
{
    m_formOpen = false;
    auto* page = sections(m_presenter.inspector());
    page->layout()->addWidget(actions());
    static_cast<QVBoxLayout*>(page->layout())->addStretch(1);
    m_inspector->setWidget(page);
}

void HousePane::showForm(Form* form)
{
    m_formOpen = true;
    m_inspector->setWidget(form);
    connect(
        form, &Form::closed, this,
        [this] {
            m_formOpen = false;
            // The form is still on the stack: replace it when control is back in the event loop.
            QMetaObject::invokeMethod(this, &HousePane::refresh, Qt::QueuedConnection);
        },
        Qt::QueuedConnection);
    if (QWidget* first = form->fields().itemAt(0, QFormLayout::FieldRole)->widget()) first->setFocus();
}

void HousePane::addPlace() { showForm(placeForm(m_presenter, {})); }

void HousePane::addDevice()
{
    if (m_presenter.plan().places.empty()) {
        addPlace();
        return;
    }
    plan::Device device;
    device.place = m_presenter.plan().places.begin()->id;
    if (const plan::Device* near = m_presenter.plan().devices.find(m_presenter.selection().device()))
        device.place = near->place;
    showForm(deviceForm(m_presenter, device));
}

void HousePane::addRun(plan::PortId from, plan::PortId to)
{
    plan::Run run;
    run.a = from;
    run.b = to;
    showForm(runForm(m_presenter, run));
}

void HousePane::editSelected()
{
    if (const plan::Port* port = m_presenter.plan().ports.find(m_presenter.selection().port())) {
        showForm(portForm(m_presenter, *port));
        return;
    }
    if (const plan::Device* device = m_presenter.plan().devices.find(m_presenter.selection().device()))
        showForm(deviceForm(m_presenter, *device));
    else if (const plan::Run* run = m_presenter.plan().runs.find(m_presenter.selection().run()))
        showForm(runForm(m_presenter, *run));
}

void HousePane::deleteSelected()
{
    m_formOpen = false;
    m_presenter.edits().deleteSelected();
}

void HousePane::readThisMachine()
{
    m_formOpen = true;
    m_inspector->setWidget(sections({"This machine", "reading cards, slots and modules …", {}, {}, {}}));
    m_presenter.hosts().readHost("",
                                 [this](const Result<measure::HostSnapshot>& read) { showRead("This machine", read); });
}

/// What was read, or why nothing was; and the way to another machine.
void HousePane::showRead(const QString& title, const Result<measure::HostSnapshot>& read)
{
    if (read) return showHost(*read);
    auto* page = sections({title, toQt(read.error().message()), {}, {}, {}});
    auto* all = static_cast<QVBoxLayout*>(page->layout());
    addAgentForm(*all);
    all->addWidget(button("Close", "quiet", [this] { showInspector(); }), 0, Qt::AlignLeft);
    all->addStretch(1);
    m_inspector->setWidget(page);
}

void HousePane::addAgentForm(QVBoxLayout& all)
{
    if (!m_presenter.hosts().hasAgents()) return;
    all.addWidget(agentForm([this](const QString& where, const QString& key) {
        m_inspector->setWidget(sections({where, "asking the agent …", {}, {}, {}}));
        m_presenter.hosts().readAgent(
            app::fromQt(where), app::fromQt(key),
            [this, where](const Result<measure::HostSnapshot>& host) { showRead(where, host); });
    }));
}

void HousePane::showHost(const measure::HostSnapshot& snapshot)
{
    m_formOpen = true;
    auto* page = sections(m_presenter.hosts().hostContent(snapshot));
    auto* row = new QHBoxLayout;
    auto* where = new QComboBox;
    where->setAccessibleName("Place");
    for (const plan::Place& place : m_presenter.plan().places)
        where->addItem(toQt(place.name), QVariant::fromValue<qint64>(place.id.value));
    row->addWidget(where, 1);
    auto* add = button("Add to the survey", "main", [this, snapshot, where] {
        m_formOpen = false;
        if (!m_presenter.hosts().addHost(snapshot, {where->currentData().toLongLong()})) m_formOpen = true;
    });
    add->setEnabled(where->count() > 0);
    row->addWidget(add);
    auto* all = static_cast<QVBoxLayout*>(page->layout());
    all->addSpacing(10);
    all->addLayout(row);
    addAgentForm(*all);
    all->addWidget(button("Close", "quiet", [this] { showInspector(); }), 0, Qt::AlignLeft);
    all->addStretch(1);
    m_inspector->setWidget(page);
}

}  // namespace sokudo::ui
