using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Making;

namespace Yarnwheel.Storage.Tests.Orders;

public sealed class PictureMakerTests : IDisposable
{
    private readonly OrderedPhotos photos = new();

    public void Dispose() => photos.Dispose();

    private OrderBook Book => photos.Book;

    private Attempt Make(Order order, int number, bool isLast = false, IPhotoSource? source = null, IWorkPace? pace = null) =>
        new PictureMaker(Book, source ?? new StoredPhotos(new PhotoLimits()), pace ?? new FullPace()).Make(order.Id, number, isLast, CancellationToken.None);

    [Fact]
    public void Each_picture_is_made_whole_and_once()
    {
        var order = photos.Add(3);
        foreach (var number in (int[])[2, 1, 3]) Assert.Equal(Attempt.Done, Make(order, number));
        Assert.Equal(["copy 1.jpg", "copy 2.jpg", "copy 3.jpg"], Directory.EnumerateFileSystemEntries(photos.Out).Select(f => Path.GetFileName(f)).Order());
        var made = File.GetLastWriteTimeUtc(Path.Combine(photos.Out, "copy 1.jpg"));
        Make(order, 1);
        Assert.Equal(made, File.GetLastWriteTimeUtc(Path.Combine(photos.Out, "copy 1.jpg")));
        Assert.Equal((OrderPhase.Ended, 3, 0, 1.0), Book.StateOf(order) is var s ? (s.Phase, s.Made, s.Failed, s.Share) : default);
    }

    [Fact]
    public void What_another_is_at_is_left_to_it_and_what_a_dead_one_left_is_removed()
    {
        var order = photos.Add(1);
        using (Book.Lock(order.Id, 1)) Assert.Equal(Attempt.Taken, Make(order, 1));
        var left = Directory.CreateDirectory(Path.Combine(photos.Out, $".yarnwheel-{order.Id[..12]}-1")).FullName;
        File.WriteAllText(Path.Combine(left, "copy 1.jpg"), "half a pic");
        Assert.Equal(Attempt.Done, Make(order, 1));
        Assert.Equal("copy 1.jpg", Path.GetFileName(Assert.Single(Directory.EnumerateFileSystemEntries(photos.Out))));
    }

    [Fact]
    public void A_pause_begins_nothing_and_a_cancelled_order_ends_what_is_being_made()
    {
        var order = photos.Add(2);
        Book.Set(order.Id, OrderMark.Paused, true);
        Make(order, 1);
        Assert.Equal((OrderPhase.Paused, 0), (Book.StateOf(order).Phase, Book.StateOf(order).Made));
        Book.Set(order.Id, OrderMark.Paused, false);
        Assert.Equal(Attempt.Done, Make(order, 1, pace: new Acting(() => Book.Set(order.Id, OrderMark.Cancelled, true))));
        Assert.Equal(OrderPhase.Cancelled, Book.StateOf(order).Phase);
        Assert.Empty(Directory.EnumerateFileSystemEntries(photos.Out));
        Assert.Equal([PicturePhase.Cancelled, PicturePhase.Cancelled], Book.StateOf(order).Pictures.Select(p => p.Phase));
    }

    [Fact]
    public void What_may_pass_is_tried_again_and_what_can_not_is_said_at_once()
    {
        var order = photos.Add(2);
        File.Delete(Path.Combine(photos.Data, order.Pictures[0].Original));
        Assert.Equal(Attempt.Done, Make(order, 1));
        Assert.Contains("missing from the store", Book.ResultOf(order.Id, 1)!.Fault, StringComparison.Ordinal);
        var failing = new Failing();
        Assert.Equal(Attempt.TryAgain, Make(order, 2, source: failing));
        Assert.Equal(PicturePhase.Waiting, Book.StateOf(order).Pictures[1].Phase);
        Assert.Equal(Attempt.Done, Make(order, 2, isLast: true, source: failing));
        Assert.Equal((OrderPhase.Ended, 2), (Book.StateOf(order).Phase, Book.StateOf(order).Failed));
        Assert.Equal([1, 2], Book.ForgetFailed(order));
        Assert.Equal(Attempt.Done, Make(order, 2));
        Assert.Equal((OrderPhase.Working, 1), (Book.StateOf(order).Phase, Book.StateOf(order).Made));
    }

    [Fact]
    public void Ended_orders_go_after_a_week_and_single_copies_an_hour_after_they_were_made()
    {
        var single = photos.Add(1, OrderTarget.Kept, isSingle: true);
        var set = photos.Add(1);
        var unfinished = photos.Add(1);
        photos.Clock.Now += TimeSpan.FromHours(3);
        Make(single, 1);
        Make(set, 1);
        photos.Clock.Now += TimeSpan.FromMinutes(59);
        Book.Sweep();
        Assert.NotNull(Book.Find(single.Id));
        photos.Clock.Now += TimeSpan.FromMinutes(2);
        Book.Sweep();
        Assert.Null(Book.Find(single.Id));
        photos.Clock.Now += OrderBook.Kept;
        Book.Sweep();
        Assert.Equal([unfinished.Id], Book.List().Select(o => o.Id));
        Assert.Single(Directory.EnumerateFiles(photos.Out));
    }

    [Theory]
    [InlineData("../x")]
    [InlineData("")]
    [InlineData("00000000000000000000000000000000")]
    public void An_order_that_there_is_not_is_not_found(string id) => Assert.Null(Book.Find(id));

    [Fact]
    public void Time_left_is_told_by_those_made_last()
    {
        var order = photos.Add(4);
        Assert.Null(Book.StateOf(order).Left);
        Book.Write(order.Id, 1, new PictureResult { IsMade = true, Milliseconds = 2000 });
        Book.WriteShare(order.Id, 2, 0.5);
        Book.WriteShare(order.Id, 3, 0.5);
        // One waits, and two are half done, by two at once.
        Assert.Equal(2, Book.StateOf(order).Left!.Value.TotalSeconds, 0.01);
        Assert.Equal(0.5, Book.StateOf(order).Share, 0.001);
    }

    [Fact]
    public void The_masks_of_all_areas_are_a_file_each_and_the_recipe_stands_beside()
    {
        var order = photos.Add(1, kind: OrderKind.AllMasks) with { RecipeBeside = true };
        var source = new StoredPhotos(new PhotoLimits()).Open(order.Pictures[0], photos.Data, CancellationToken.None);
        var recipe = OrderedPhotos.Recipe with { Areas = [.. OrderedPhotos.Recipe.Areas, OrderedPhotos.Recipe.Areas[0] with { Name = "a/b" }] };
        var files = CopyMaking.Make(order, new CopySource(source.Decoded, source.Renderer, ""), recipe, Path.Combine(photos.Out, "copy 1.png"), null, CancellationToken.None);
        Assert.Equal(["copy 1 A.png", "copy 1 a-b.png", "copy 1.recipe.json"], files.Select(f => Path.GetFileName(f)));
        Assert.All(files, f => Assert.True(File.Exists(f)));
    }

    /// <summary>Does something at the first strip.</summary>
    private sealed class Acting(Action act) : IWorkPace
    {
        public void GiveWay(CancellationToken cancel) => act();
    }

    private sealed class Failing : IPhotoSource
    {
        public (DecodedPhoto Decoded, Core.Rendering.PhotoRenderer Renderer) Open(OrderPicture picture, string data, CancellationToken cancel) => throw new IOException("The network is away.");
    }
}
